import type { HandOverKeys, RecordRoom, SeeToDate } from '@cavren/contract';
import {
  answerersOf,
  barToRelease,
  barToSignRecord,
  computePath,
  datesDue,
  keyDatesOf,
  paymentBar,
  personName,
  recordText,
  say,
  signsAs,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import ical, { ICalCalendarMethod } from 'ical-generator';
import { digestOf } from '../bytes/index';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refuseBlocked, refused, SYSTEM, type Actor } from '../http/index';
import type { UploadedPaper } from '../papers/index';
import { recordPdf } from './pdf';
import { PROBLEM } from './problems';
import type { HandoverStore } from './store';

/** Handing over a unit: the condition record, signed by both, the keys by a third person, and the days to keep. */
export function handoverService({ services, bytes, jobs, lender }: House, store: HandoverStore) {
  /** The record is taken down while the unit is being handed over, and not once its keys are. */
  function refuseClosed({ product, stage, handover }: FileState): void {
    if (!product.lease) throw PROBLEM.notLet();
    if (stage !== 'completing' || handover.keysAt !== null) throw PROBLEM.stage();
  }

  /** What was signed is another record now: it is signed anew. */
  async function unsign(change: FileChange): Promise<void> {
    if (change.file.handover.signatures.length === 0) return;
    await store.unsign(change.row.id, change.tx);
    change.record('record.unsign', 'record', change.file.handover.signatures.map(({ name }) => name).join(', '), null);
  }

  async function recordRoom(change: FileChange, roomId: string, { state, note }: Pick<RecordRoom, 'state' | 'note'>): Promise<void> {
    refuseClosed(change.file);
    const room = change.file.handover.rooms.find(({ id }) => id === roomId);
    if (!room) throw PROBLEM.noRoom();
    const said = note === '' ? null : note;
    if (room.state === state && room.note === said) return;
    await unsign(change);
    await store.room(roomId, { state, note: said }, change.tx);
    await change.reload('handover');
    change.record('record.room', `room/${room.room}`, JSON.stringify({ state: room.state, note: room.note }), JSON.stringify({ state, note: said }));
  }

  async function sign(change: FileChange, side: 'tenant' | 'house', whoId: string, name: string): Promise<void> {
    refuseClosed(change.file);
    const bar = barToSignRecord(change.file.handover);
    if (bar) throw refused('record-open', bar);
    if (change.file.handover.signatures.some((one) => one.side === side && one.whoId === whoId)) throw PROBLEM.signed();
    const about = digestOf(Buffer.from(recordText(change.file.handover)));
    await store.sign({ fileId: change.row.id, side, name, whoId, signedAt: change.now, about }, change.tx);
    await change.reload('handover');
    change.record('record.sign', `record/${side}`, null, JSON.stringify({ name, about: about.slice(0, 12) }));
  }

  const asPicture = async (change: FileChange, roomId: string, paperId: string): Promise<void> => {
    refuseClosed(change.file);
    const room = change.file.handover.rooms.find(({ id }) => id === roomId);
    if (!room) throw PROBLEM.noRoom();
    if (!change.file.papers.find(({ id }) => id === paperId)?.mediaType.startsWith('image/')) throw PROBLEM.pictureOnly({}, 'file');
    await unsign(change);
    await store.picture(change.row.id, roomId, paperId, change.tx);
    await change.reload('handover');
    change.record('record.picture', `room/${room.room}`, null, paperId);
  };

  const tenantOf = (file: FileState, personId: string) => {
    const person = answerersOf(file).find(({ id }) => id === personId);
    if (!person) throw PROBLEM.notYours();
    return person;
  };

  /** The record as a PDF, with its pictures, as it stands now. */
  async function asItStands(fileId: string): Promise<{ file: FileState; pdf: Buffer }> {
    const { file } = await services.files.state({ id: fileId });
    const pictures = new Map<string, Buffer>();
    for (const { id } of file.handover.rooms.flatMap((room) => room.pictures)) pictures.set(id, (await services.papers.content(fileId, id, null)).content);
    return { file, pdf: await recordPdf(file, file.handover, pictures, lender) };
  }

  /** Seals the record once the keys are handed over, so that nobody says another one later. */
  async function seal(fileId: string): Promise<void> {
    const row = await store.row(fileId);
    if (!row || row.keysAt === null || row.recordHash !== null) return;
    const { file, pdf } = await asItStands(fileId);
    const names = file.handover.signatures.map(({ name }) => name).join(', ');
    const sealed = await services.signing.sealPaper(pdf, names);
    const recordHash = await bytes.put(sealed);
    await services.files.change({ id: fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.row(fileId, change.tx))?.recordHash != null) return;
      await store.update(fileId, { recordHash }, change.tx);
      change.record('record.seal', 'record', null, recordHash);
    });
  }
  jobs.handle('record.seal', seal);

  return {
    begin: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        refuseClosed(change.file);
        if (change.file.handover.rooms.length > 0) throw PROBLEM.begun();
        await store.begin(change.row.id, change.file.unit?.unit.plan.rooms ?? [], change.tx);
        await change.reload('handover');
        change.record('record.begin', 'record', null, change.file.unit?.unit.label ?? null);
      }),
    room: (reference: string, roomId: string, { version, ...values }: RecordRoom, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, (change) => recordRoom(change, roomId, values)),
    roomAtDoor: (fileId: string, personId: string, roomId: string, values: Pick<RecordRoom, 'state' | 'note'>, actor: Actor) =>
      services.files.change({ id: fileId }, { version: null, actor }, (change) => {
        tenantOf(change.file, personId);
        return recordRoom(change, roomId, values);
      }),
    /** A picture of a room: a paper of the file like others, looked at by content. */
    picture: (where: { reference: string } | { id: string }, roomId: string, paper: UploadedPaper, personId: string | null, actor: Actor): Promise<Changed> =>
      services.papers.add(where, { ...paper, conditionKey: null }, null, actor, async (change, paperId) => {
        if (personId !== null) tenantOf(change.file, personId);
        await asPicture(change, roomId, paperId);
      }),
    /** A picture of the record, for those who sign it. */
    async pictureAtDoor(fileId: string, personId: string, paperId: string) {
      const { file } = await services.files.state({ id: fileId });
      tenantOf(file, personId);
      if (!file.handover.rooms.some(({ pictures }) => pictures.some(({ id }) => id === paperId))) throw PROBLEM.noPicture();
      return services.papers.content(fileId, paperId, null);
    },
    signForHouse: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, (change) => sign(change, 'house', actor.id, actor.name)),
    /** Whoever moves in signs with their own name, on their own phone. */
    signAtDoor: (fileId: string, personId: string, name: string, actor: Actor) =>
      services.files.change({ id: fileId }, { version: null, actor }, (change) => {
        const person = tenantOf(change.file, personId);
        if (!signsAs(name, person.fullName ?? '')) throw PROBLEM.name({ name: personName(person) }, 'name');
        return sign(change, 'tenant', personId, personName(person));
      }),
    /** A third person hands over the keys: with them the file is done, and the unit is let. */
    keys: (reference: string, { version, keys, to, early }: HandOverKeys, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, row, tx, now } = change;
        refuseClosed(file);
        const bar = barToRelease(file, actor.id);
        if (bar) throw forbidden(bar);
        const receiver = answerersOf(file).find(({ id }) => id === to);
        if (!receiver) throw PROBLEM.notASigner({}, 'to');
        const first = file.unit?.startsOn ?? change.today;
        if (change.today < first && early === null) throw PROBLEM.early({ day: { day: first } }, 'early');
        const blocking = computePath(file, change.today).now.filter(({ key }) => key !== 'handover:keys');
        if (blocking.length > 0) throw refuseBlocked('Something still stands before the keys.', blocking, file.pack);
        await store.update(
          row.id,
          { keyCount: keys, keysTo: personName(receiver), keysAt: now, keysBy: actor.name, early: change.today < first ? early : null },
          tx,
        );
        await change.reload('handover');
        change.record('keys.handOver', 'keys', null, JSON.stringify({ keys, to: personName(receiver), early: change.file.handover.early }));
        change.moveTo('done');
        const { subject, text } = file.product.words.completed;
        await services.decision.tellApplicants(change, subject, text);
        await jobs.add('record.seal', row.id, tx);
        change.afterwards(() => jobs.poke());
      }),
    /** Something has to be put right before the keys: what was paid stays, and the file is decided again. */
    sendBack: (reference: string, version: number, question: string, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        refuseClosed(change.file);
        const bar = barToRelease(change.file, actor.id);
        if (bar) throw forbidden(bar);
        const open = paymentBar(change.file);
        if (open) throw refused('payment-open', open);
        await services.decision.undoToAsk(change, question);
      }),
    seeTo: (reference: string, { version, code, on, note }: SeeToDate, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, today } = change;
        if (file.stage !== 'done' || !datesDue(file, today).some((one) => one.code === code && one.on === on)) throw PROBLEM.noDate();
        await store.see({ fileId: change.row.id, code, dueOn: on, seenAt: change.now, seenBy: change.actor.name, note }, change.tx);
        await change.reload('handover');
        change.record('keyDate.see', `keyDate/${code}`, on, note);
      }),
    /** The sealed condition record; as it stands where it isn't sealed yet. */
    async recordPdf(fileId: string): Promise<Buffer> {
      const row = await store.row(fileId);
      if (!row) throw PROBLEM.noRecord();
      return row.recordHash === null ? (await asItStands(fileId)).pdf : bytes.get(row.recordHash);
    },
    /** The days to keep of a lease, as a calendar (RFC 5545). */
    calendar(file: FileState, today: IsoDate): string {
      const speak = speakerFor(file.pack);
      if (!file.product.lease) throw PROBLEM.notLet();
      const calendar = ical({
        name: speak(say('handover.calendar', { reference: file.reference })),
        prodId: { company: lender, product: 'Cavren' },
        method: ICalCalendarMethod.PUBLISH,
      });
      for (const { code, on, what } of keyDatesOf(file, today))
        calendar.createEvent({
          id: `${file.reference}-${code}-${on}@cavren.invalid`,
          start: new Date(`${on}T00:00:00`),
          allDay: true,
          // The stamp follows from the file, so that the same file gives the same calendar.
          stamp: new Date(file.openedAt),
          summary: `${file.unit?.unit.label ?? file.reference}: ${speak(what)}`,
        });
      return calendar.toString();
    },
  };
}
export type HandoverService = ReturnType<typeof handoverService>;
