import { AddStaff, ChangeStaff, Done, EndStaff, FileAnswer, HandedOver, HandOver, HandOverAll, Id, StaffList } from '@cavren/contract';
import { isEnded, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { z } from 'zod';
import { inTransaction, UniqueConstraintError } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, ProblemError, staffFor, type Actor } from '../http/index';
import type { StaffRow } from '../session/index';
import { PROBLEM } from './problems';

const BATCH = 100;

function staffService({ db, services, now }: House) {
  async function known(id: string): Promise<StaffRow> {
    const row = await services.sessions.byId(id);
    if (!row) throw PROBLEM.noStaff();
    return row;
  }
  async function officer(id: string): Promise<StaffRow> {
    const row = await services.sessions.byId(id);
    if (row?.role !== 'intake') throw PROBLEM.notAnOfficer({}, 'toId');
    if (row.endedAt !== null) throw PROBLEM.hasEnded({}, 'toId');
    return row;
  }
  /** A file goes to an officer who may offer what it is about. */
  async function refuseUncertified({ product }: Pick<FileState, 'product'>, to: StaffRow, today: string): Promise<void> {
    const holds = (await services.certificates.of(to.id)).some(
      ({ line, places, from, until }) => line === product.line && places.includes(product.place) && from <= today && (until === null || until >= today),
    );
    if (!holds) throw PROBLEM.notCertified({ name: to.name, product: product.name }, 'toId');
  }
  async function handOne(change: FileChange, to: StaffRow): Promise<void> {
    if (isEnded(change.file.stage)) throw PROBLEM.fileEnded();
    if (change.row.ownerId === to.id) throw PROBLEM.theirsAlready({ name: to.name });
    await refuseUncertified(change.file, to, change.today);
    const before = await services.fileStore.staffName(change.row.ownerId);
    change.handTo(to.id);
    change.record('file.handOver', 'file', before, to.name);
  }
  /** Hands every open file of somebody over that the other may take. @returns how many went, and how many they may not take. */
  async function handAll(fromId: string, to: StaffRow, actor: Actor): Promise<{ files: number; left: number }> {
    let after = '';
    let files = 0;
    let left = 0;
    for (;;) {
      const batch = await services.fileStore.openOf(fromId, after, BATCH);
      for (const { id } of batch) {
        try {
          await services.files.change({ id }, { version: null, actor }, (change) => handOne(change, to));
          files += 1;
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          left += 1;
        }
      }
      after = batch.at(-1)?.id ?? '';
      if (batch.length < BATCH) return { files, left };
    }
  }
  /** Somebody must be there who can add and change staff. */
  async function refuseLastPolicy(row: StaffRow): Promise<void> {
    const others = (await services.sessions.allStaff()).filter(({ id, role, endedAt }) => id !== row.id && role === 'policy' && endedAt === null);
    if (row.role === 'policy' && others.length === 0) throw PROBLEM.lastPolicy();
  }

  return {
    async list(): Promise<StaffList> {
      const files = await services.fileStore.openByOwner();
      const staff = (await services.sessions.allStaff()).map(({ id, username, name, role, authority, endedAt }) => ({
        id,
        username,
        name,
        role,
        authority,
        endedAt,
        files: files.get(id) ?? 0,
      }));
      return { staff };
    },
    async add({ password, ...wish }: z.output<typeof AddStaff>): Promise<void> {
      try {
        await services.sessions.addStaff({ id: nanoid(), ...wish }, password);
      } catch (error) {
        if (error instanceof UniqueConstraintError) throw PROBLEM.taken({}, 'username');
        throw error;
      }
    },
    /** Changes what somebody is; whoever they were signed in as before is signed out. */
    async change(id: string, wish: z.output<typeof ChangeStaff>, actor: Actor): Promise<void> {
      const row = await known(id);
      if (row.endedAt !== null) throw PROBLEM.hasEnded();
      if (wish.role !== undefined && wish.role !== row.role) {
        if (id === actor.id) throw PROBLEM.yourself();
        await refuseLastPolicy(row);
        const open = (await services.fileStore.openByOwner()).get(id) ?? 0;
        if (open > 0) throw PROBLEM.hasFiles({ files: open });
      }
      const { name, role, password, authority } = wish;
      const values = {
        ...(name === undefined ? {} : { name }),
        ...(role === undefined ? {} : { role }),
        ...(password === undefined ? {} : { password }),
        ...(authority === undefined ? {} : { authority }),
      };
      await inTransaction(db, async (tx) => {
        await services.sessions.changeStaff(id, values, tx);
        if (id !== actor.id) await services.sessions.endSessionsOf(id, tx);
      });
    },
    /** Ends somebody's work here: their open files go to somebody else first, then nobody comes in as them. */
    async end(id: string, toId: string | null, actor: Actor): Promise<void> {
      const row = await known(id);
      if (id === actor.id) throw PROBLEM.yourself();
      if (row.endedAt !== null) return;
      await refuseLastPolicy(row);
      const open = (await services.fileStore.openByOwner()).get(id) ?? 0;
      if (open > 0) {
        if (toId === null || toId === id) throw PROBLEM.hasFiles({ files: open });
        const { left } = await handAll(id, await officer(toId), actor);
        if (left > 0) throw PROBLEM.hasFiles({ files: left });
      }
      await inTransaction(db, async (tx) => {
        await services.sessions.changeStaff(id, { endedAt: now().toISOString() }, tx);
        await services.sessions.endSessionsOf(id, tx);
      });
    },
    async handAllOver(fromId: string, toId: string, actor: Actor): Promise<number> {
      await known(fromId);
      return (await handAll(fromId, await officer(toId), actor)).files;
    },
    async handOver(reference: string, version: number, toId: string, actor: Actor): Promise<Changed> {
      const to = await officer(toId);
      return services.files.change({ reference }, { version, actor }, (change) => handOne(change, to));
    },
  };
}

declare module '../house/index' {
  interface Services {
    staff: ReturnType<typeof staffService>;
  }
}

/** Who works here, as what and up to which amount, and whose files are whose. */
export const staff: Concept = (app, house) => {
  const service = house.offer('staff', staffService(house));
  const OnePerson = z.object({ id: Id });
  app.get('/api/staff', { schema: { response: { 200: StaffList } } }, (request) => {
    staffFor(request, 'staff.read');
    return service.list();
  });
  app.post('/api/staff', { schema: { body: AddStaff, response: { 200: StaffList } } }, async (request) => {
    staffFor(request, 'staff.write');
    await service.add(request.body);
    return service.list();
  });
  app.patch('/api/staff/:id', { schema: { params: OnePerson, body: ChangeStaff, response: { 200: StaffList } } }, async (request) => {
    await service.change(request.params.id, request.body, staffFor(request, 'staff.write'));
    return service.list();
  });
  app.post('/api/staff/:id/end', { schema: { params: OnePerson, body: EndStaff, response: { 200: Done } } }, async (request) => {
    await service.end(request.params.id, request.body.toId, staffFor(request, 'staff.write'));
    return { done: true as const };
  });
  app.post('/api/staff/:id/hand-over', { schema: { params: OnePerson, body: HandOverAll, response: { 200: HandedOver } } }, async (request) => {
    const actor = staffFor(request, 'staff.write');
    return { files: await service.handAllOver(request.params.id, request.body.toId, actor) };
  });
  app.post('/api/files/:reference/owner', { schema: { params: FileParams, body: HandOver, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'file.handOver');
    return service.handOver(request.params.reference, request.body.version, request.body.toId, actor);
  });
};
