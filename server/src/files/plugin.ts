import { FileView } from '@cavren/contract';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { makeFiles, type FilePart, type Files } from './change';
import { snapshotStore, type SnapshotStore } from './snapshot';
import { filesStore, type FilesStore } from './store';

declare module '../house/index' {
  interface Services {
    files: Files;
    fileStore: FilesStore;
    snapshots: SnapshotStore;
  }
  interface Plugs {
    /** What a concept adds to every file out of its own tables. */
    filePart: FilePart;
  }
}

const BATCH = 200;
const EVERY_MS = 60 * 60 * 1000;

/** The kernel of everything that is about a file: reading it whole, and the one way to change it. */
export const files: Concept = (app, house) => {
  const { db, jobs, now, offer, services } = house;
  const store = offer('fileStore', filesStore(db));
  const snapshots = offer('snapshots', snapshotStore(db));
  const kernel = offer(
    'files',
    makeFiles({
      db,
      store,
      snapshots,
      history: () => services.historyStore,
      productOf: (id) => services.products.byId(id),
      now,
      parts: house.plugged('filePart'),
      mark: (number) => house.secrets.mark(number),
    }),
  );
  jobs.handle('file.refresh', (subject) => kernel.refresh({ reference: subject.split(':')[0] ?? '' }));
  jobs.handle('files.day', () => lookAtAll(house));
  jobs.every('files.day', EVERY_MS);
  app.get('/api/files/:reference', { schema: { params: FileParams, response: { 200: FileView } } }, async (request) => {
    staffFor(request, 'file.read');
    return kernel.view(request.params.reference);
  });
};

/**
 * What days make due, old or late is worked out anew where a day has begun since a file was last looked at. Places begin
 * their days at different hours, so products are taken by the day that it is where they are offered.
 */
async function lookAtAll({ services }: House): Promise<void> {
  const days = new Map<string, string[]>();
  for (const { id, pack } of await services.products.all()) {
    const day = services.files.todayIn(pack);
    days.set(day, [...(days.get(day) ?? []), id]);
  }
  for (const [day, productIds] of days) {
    let after = '';
    for (;;) {
      const batch = await services.snapshots.olderThan(productIds, day as Parameters<SnapshotStore['olderThan']>[1], after, BATCH);
      for (const { id } of batch) await services.files.refresh({ id });
      if (batch.length < BATCH) break;
      after = batch.at(-1)?.id ?? '';
    }
  }
}
