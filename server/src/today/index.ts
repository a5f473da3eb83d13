import { FilePage, FileQuery, TodayPage, TodayQuery, type FileItem } from '@cavren/contract';
import { HOLDERS_OF, type Holder, type StaffRole } from '@cavren/core';
import type { Concept, House } from '../house/index';
import { staffFor } from '../http/index';

const OTHERS: Holder[] = ['applicant', 'service', 'approver', 'compliance', 'completer'];

function todayService({ services }: House) {
  async function withProducts(items: FileItem[]): Promise<FileItem[]> {
    const products = new Map((await services.products.newest()).map(({ code, definition, pack }) => [code, { name: definition.name, place: pack }]));
    return items.map((item) => {
      const known = products.get(item.product);
      if (!known) return item;
      const { currency, locale, dateOrder } = known.place;
      return { ...item, product: known.name, writes: { currency, locale, dateOrder, today: services.files.todayIn(known.place) } };
    });
  }

  return {
    async list(query: FileQuery): Promise<FilePage> {
      const { items, total } = await services.fileStore.list(query);
      return { items: await withProducts(items), total, page: query.page, size: query.size };
    },
    async today(me: { id: string; role: StaffRole }, waitingFor: 'me' | 'others', page: number, size: number): Promise<TodayPage> {
      const mine = {
        holders: HOLDERS_OF[me.role].length > 0 ? [...HOLDERS_OF[me.role]] : (['officer'] as Holder[]),
        ownerId: me.role === 'intake' || me.role === 'policy' ? me.id : null,
      };
      const others = { holders: OTHERS, ownerId: me.id };
      const day = services.files.todayIn(await services.products.homePlace());
      const list = await services.fileStore.waiting(waitingFor === 'me' ? mine : others, page, size);
      const counted = await services.fileStore.countWaiting(mine, day);
      const [own, foreign] = [await services.fileStore.countAll(mine), await services.fileStore.countAll(others)];
      return {
        ...list,
        items: await withProducts(list.items),
        page,
        size,
        counts: { ...counted, untold: await services.fileStore.countUntold(mine.ownerId, day), me: own, others: foreign },
      };
    },
  };
}

declare module '../house/index' {
  interface Services {
    today: ReturnType<typeof todayService>;
  }
}

/** Today, and the list of all files. */
export const today: Concept = (app, house) => {
  const service = house.offer('today', todayService(house));
  app.get('/api/today', { schema: { querystring: TodayQuery, response: { 200: TodayPage } } }, async (request) => {
    const { me } = staffFor(request, 'file.read');
    return service.today(me, request.query.waitingFor, request.query.page, request.query.size);
  });
  app.get('/api/files', { schema: { querystring: FileQuery, response: { 200: FilePage } } }, async (request) => {
    staffFor(request, 'file.read');
    return service.list(request.query);
  });
};
