import type { FileItem, FileQuery, FileView, OpenFile, TodayPage } from '@cavren/contract';
import { barToMove, computePath, isoDate, makeReference, type Holder, type IsoDate, type StaffRole } from '@cavren/core';
import { nanoid } from 'nanoid';
import { randomInt } from 'node:crypto';
import type { DetailsStore } from '../details/index';
import { UniqueConstraintError, type Tx } from '../db/index';
import { invalid, refuseBlocked, refused, type Actor } from '../http/index';
import type { PersonsStore } from '../persons/index';
import type { Products } from '../products/index';
import type { Files } from './change';
import type { FileRow, FilesStore } from './store';

interface Parts {
  files: Files;
  store: FilesStore;
  details: DetailsStore;
  persons: PersonsStore;
  products: Products;
  now: () => Date;
}

/** Whose entries on the Path a role can settle. */
const HOLDERS_OF: Record<StaffRole, Holder[]> = {
  intake: ['officer'],
  approver: ['approver'],
  completer: ['completer'],
  compliance: ['compliance'],
  policy: [],
};
const OTHERS: Holder[] = ['applicant', 'service', 'approver', 'compliance', 'completer'];

export function filesService({ files, store, details, persons, products, now }: Parts) {
  const today = (): IsoDate => isoDate(now().toISOString().slice(0, 10));

  async function withProductNames(items: FileItem[]): Promise<FileItem[]> {
    const names = new Map((await products.onOffer()).map(({ code, definition }) => [code, definition.name]));
    return items.map((item) => ({ ...item, product: names.get(item.product) ?? item.product }));
  }

  async function open(wish: OpenFile, actor: Actor): Promise<string> {
    const product = (await products.onOffer()).find(({ code }) => code === wish.product);
    if (!product) throw invalid([{ path: 'product', message: 'This product is not on offer.' }]);
    if (wish.receivedOn > today()) throw invalid([{ path: 'receivedOn', message: 'The date received can’t lie in the future.' }]);
    const known = wish.personId ? await persons.byId(wish.personId) : null;
    if (wish.personId && !known) throw invalid([{ path: 'personId', message: 'This person is not in the register.' }]);
    if (!known && !wish.fullName?.trim()) throw invalid([{ path: 'fullName', message: 'Give the applicant’s name.' }]);
    if (wish.birthDate && wish.birthDate >= today()) throw invalid([{ path: 'birthDate', message: 'A birth date lies in the past.' }]);
    const at = now().toISOString();
    for (let attempt = 1; ; attempt += 1) {
      const row: FileRow = {
        id: nanoid(),
        reference: makeReference(Array.from({ length: 6 }, () => randomInt(2 ** 31))),
        productId: product.id,
        productCode: product.code,
        version: 1,
        stage: 'details',
        stageSince: at,
        isOpen: true,
        channel: wish.channel,
        receivedOn: wish.receivedOn,
        openedAt: at,
        openedBy: actor.id,
        ownerId: actor.id,
        applicant: null,
        amount: null,
        openNow: 0,
        historyLength: 0,
        nextWhat: null,
        nextHolder: null,
        nextDue: null,
      };
      const entries = [
        {
          at,
          actor: actor.name,
          actorId: actor.id,
          act: 'file.open',
          subject: 'file',
          before: null,
          after: `${product.definition.name}, ${wish.channel}, received ${wish.receivedOn}`,
        },
        ...(known
          ? [
              {
                at,
                actor: actor.name,
                actorId: actor.id,
                act: 'person.reuse',
                subject: 'applicant',
                before: null,
                after: `details of ${known.fullName}, last changed ${known.updatedAt.slice(0, 10)}`,
              },
            ]
          : []),
      ];
      try {
        await files.create(row, entries, async (tx: Tx) => {
          await details.addRequest(row.id, at, tx);
          const applicant = known ? persons.asFilePerson(known) : { fullName: wish.fullName?.trim() ?? null, birthDate: wish.birthDate };
          await details.addApplicant(row.id, at, applicant, tx);
        });
        return row.reference;
      } catch (error) {
        if (attempt >= 5 || !(error instanceof UniqueConstraintError)) throw error;
      }
    }
  }

  return {
    open,
    async list(query: FileQuery): Promise<{ items: FileItem[]; total: number; page: number; size: number }> {
      const { items, total } = await store.list(query);
      return { items: await withProductNames(items), total, page: query.page, size: query.size };
    },
    async today(me: { id: string; role: StaffRole }, waitingFor: 'me' | 'others', page: number, size: number): Promise<TodayPage> {
      const mine = {
        holders: HOLDERS_OF[me.role].length > 0 ? HOLDERS_OF[me.role] : (['officer'] as Holder[]),
        ownerId: me.role === 'intake' || me.role === 'policy' ? me.id : null,
      };
      const others = { holders: OTHERS, ownerId: me.id };
      const [list, counted, own, foreign] = await Promise.all([
        store.waiting(waitingFor === 'me' ? mine : others, page, size),
        store.countWaiting(mine, today()),
        store.waiting(mine, 1, 1),
        store.waiting(others, 1, 1),
      ]);
      return {
        ...list,
        items: await withProductNames(list.items),
        page,
        size,
        counts: { ...counted, me: own.total, others: foreign.total },
      };
    },
    /** Moves a file to its next stage when nothing on the Path stands before it. */
    async move(reference: string, version: number, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        await Promise.resolve();
        const path = computePath(change.file, change.today);
        const bar = barToMove(change.file, path);
        if (bar) throw refuseBlocked(bar.message, bar.entries);
        if (path.next === 'completing' || path.next === 'done') throw refused('path-not-clear', 'This step is taken by the decision or by the release.');
        if (path.next) change.moveTo(path.next);
      });
    },
    async withdraw(reference: string, version: number, reason: string, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        await Promise.resolve();
        if (!change.row.isOpen) throw refused('ended', 'This file has ended already.');
        if (change.file.envelope?.state === 'out') throw refused('file-locked', 'Signatures are out: unlock the file first.');
        change.record('file.withdraw', 'file', null, reason);
        change.moveTo('withdrawn');
      });
    },
  };
}
export type FilesService = ReturnType<typeof filesService>;
