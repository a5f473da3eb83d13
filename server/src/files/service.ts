import {
  personFields,
  type FileItem,
  type FileQuery,
  type FileView,
  type OpenFile,
  type PersonMatch,
  type ProductOnOffer,
  type StatedBy,
  type TodayPage,
} from '@cavren/contract';
import {
  barToMove,
  computePath,
  datesProblem,
  endingAnswers,
  identityNumberProblem,
  isoDate,
  makeReference,
  normalizeNumber,
  numberKindOf,
  offerBars,
  readPhone,
  type Certificate,
  type Holder,
  type IsoDate,
  type PlacePack,
  type StaffRole,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { randomInt } from 'node:crypto';
import type { DetailsStore } from '../details/index';
import { UniqueConstraintError, type Tx } from '../db/index';
import type { HistoryStore } from '../history/index';
import { invalid, notFound, refuseBlocked, refused, type Actor } from '../http/index';
import type { PersonsService, PersonsStore } from '../persons/index';
import type { Products } from '../products/index';
import type { FileChange, Files } from './change';
import type { FileRow, FilesStore } from './store';

interface Parts {
  files: Files;
  store: FilesStore;
  details: DetailsStore;
  persons: PersonsStore;
  register: PersonsService;
  duplicates: {
    declare(tx: Tx, fileId: string, personId: string, match: { id: string; reasons: string[] }, reason: string, actor: Actor, at: string): Promise<void>;
    enterFirst(tx: Tx, fileId: string, personId: string, at: string, atDesk: boolean): Promise<void>;
  };
  history: HistoryStore;
  certificatesOf: (staffId: string) => Promise<Certificate[]>;
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

export function filesService({ files, store, details, persons, register, duplicates, history, certificatesOf, products, now }: Parts) {
  const today = (): IsoDate => isoDate(now().toISOString().slice(0, 10));

  async function withProductNames(items: FileItem[]): Promise<FileItem[]> {
    const names = new Map((await products.newest()).map(({ code, definition }) => [code, definition.name]));
    return items.map((item) => ({ ...item, product: names.get(item.product) ?? item.product }));
  }

  /** The product, when it is on offer there and then, in this way, by this person. */
  async function offered(code: string, channel: string, certificates: Certificate[] | null) {
    const product = (await products.newest()).find((candidate) => candidate.code === code);
    if (!product) throw invalid([{ path: 'product', message: 'There is no such product.' }]);
    const [bar] = offerBars(product.definition, product.pack.name, { on: today(), channel, certificates });
    if (bar) throw invalid([{ path: 'product', message: bar }]);
    return product;
  }

  /** What is wrong with the applicant as they were given, each at its field. */
  function judgeApplicant(wish: OpenFile, pack: PlacePack): Record<string, string | null> {
    const errors: { path: string; message: string }[] = [];
    if (!wish.fullName?.trim()) errors.push({ path: 'fullName', message: 'Give the applicant’s name.' });
    if (wish.birthDate && wish.birthDate >= today()) errors.push({ path: 'birthDate', message: 'A birth date lies in the past.' });
    const kind = numberKindOf(pack, { kind: wish.kind, idKind: null, taxKind: null }, 'identity');
    const wrong = wish.number ? identityNumberProblem(kind, wish.number, pack.identityNumber.unissuedAllowed) : null;
    if (wrong) errors.push({ path: 'number', message: wrong.message });
    const phone = wish.phone ? readPhone(wish.phone, pack.phoneRegion) : null;
    if (wish.phone && !phone) errors.push({ path: 'phone', message: 'This is no phone number: give it with its area code.' });
    if (wish.email && !personFields.email.safeParse(wish.email).success)
      errors.push({ path: 'email', message: 'An e-mail address looks like name@example.org.' });
    if (errors.length > 0) throw invalid(errors);
    return {
      kind: wish.kind,
      fullName: wish.fullName?.trim() ?? null,
      birthDate: wish.birthDate,
      idNumber: wish.number ? normalizeNumber(wish.number) : null,
      phone,
      email: wish.email,
    };
  }

  /** The known persons beside whom somebody new would be entered; with a reason given, each becomes a question for compliance. */
  async function besideWhom(wish: OpenFile, atDesk: boolean): Promise<PersonMatch[]> {
    const { fullName, birthDate, number, phone, email, differentBecause } = wish;
    const search = Object.fromEntries(
      Object.entries({ name: fullName, birthDate, number, phone, email }).filter(([, value]) => value !== null && value !== ''),
    );
    const matches = await register.strongFor(search);
    const [first] = matches;
    if (first && atDesk && (differentBecause?.length ?? 0) < 3)
      throw invalid([
        { path: 'differentBecause', message: `${first.fullName} is known (${first.reasons.join(', ')}): use those details, or say why this is somebody else.` },
      ]);
    return matches;
  }

  async function open(wish: OpenFile, actor: Actor, ownerId = actor.id): Promise<{ reference: string; fileId: string; applicantId: string }> {
    const atDesk = actor.kind === 'staff';
    if (atDesk && wish.channel === 'frontDoor') throw invalid([{ path: 'channel', message: 'Only applicants begin at the front door.' }]);
    const product = await offered(wish.product, wish.channel, atDesk ? await certificatesOf(actor.id) : null);
    const wrong = datesProblem({ signedOn: wish.signedOn, receivedOn: wish.receivedOn, keyedOn: today() });
    if (wrong) throw invalid([{ path: wrong.field, message: wrong.message }]);
    if (wish.channel === 'post' && wish.signedOn === null) throw invalid([{ path: 'signedOn', message: 'Give the date on which the paper was signed.' }]);
    const known = wish.personId ? await persons.byId(wish.personId) : null;
    if (wish.personId && !known) throw invalid([{ path: 'personId', message: 'This person is not in the register.' }]);
    if (known?.mergedInto) throw invalid([{ path: 'personId', message: 'This entry was merged into another: look the person up again.' }]);
    const { round } = product.definition;
    const taken = known && round ? await persons.inRound(round, known.id, null) : null;
    if (taken) throw refused('round-taken', `${known?.fullName ?? ''} stands in file ${taken} of this round already.`);
    const values = known ? persons.asFilePerson(known) : judgeApplicant(wish, product.pack);
    const matches = known ? [] : await besideWhom(wish, atDesk);
    const at = now().toISOString();
    for (let attempt = 1; ; attempt += 1) {
      const row = newRow(product, wish, at, ownerId, !atDesk);
      const applicantId = nanoid();
      const entry = (act: string, subject: string, after: string) => ({ at, actor: actor.name, actorId: actor.id, act, subject, before: null, after });
      const signed = wish.signedOn ? `, signed ${wish.signedOn}` : '';
      const entries = [entry('file.open', 'file', `${product.definition.name}, ${wish.channel}${signed}, received ${wish.receivedOn}`)];
      if (known) entries.push(entry('person.reuse', `person/${applicantId}`, `details of ${known.fullName}, last changed ${known.updatedAt.slice(0, 10)}`));
      for (const match of matches)
        entries.push(
          entry('duplicate.different', `person/${applicantId}`, `beside ${match.fullName}: ${wish.differentBecause ?? 'entered at the front door'}`),
        );
      try {
        await files.create(row, entries, async (tx: Tx) => {
          await details.addRequest(row.id, at, tx);
          await details.addApplicant(row.id, applicantId, at, values, tx);
          const earlier = known ? await persons.latestInFile(known.id, row.id, tx) : null;
          if (earlier) await details.copyHistories(earlier, { fileId: row.id, id: applicantId }, at, tx);
          if (atDesk) for (const match of matches) await duplicates.declare(tx, row.id, applicantId, match, wish.differentBecause ?? '', actor, at);
          await duplicates.enterFirst(tx, row.id, applicantId, at, atDesk);
        });
        return { reference: row.reference, fileId: row.id, applicantId };
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
    /** What else is open to somebody whose matter was ended by an answer: products on offer in the same way that the answers don't bar. */
    async alternatives(reference: string, staffId: string): Promise<ProductOnOffer[]> {
      const { file } = await files.view(reference);
      const certificates = await certificatesOf(staffId);
      const others = (await products.newest()).filter(({ code }) => code !== file.product.code);
      return others
        .filter(({ definition }) => endingAnswers({ ...file, product: definition }).length === 0)
        .map(({ definition, pack }) => ({
          code: definition.code,
          name: definition.name,
          line: definition.line,
          place: definition.place,
          placeName: pack.name,
          round: definition.round,
          bars: offerBars(definition, pack.name, { on: today(), channel: file.channel, certificates }),
        }));
    },
    /** Asks the applicant to go on at the front door, or takes the keying back. */
    async setWithApplicant(
      reference: string,
      version: number,
      withApplicant: boolean,
      actor: Actor,
      invite: (change: FileChange) => Promise<void>,
    ): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        if (change.row.stage !== 'details') throw refused('stage', 'Details are given while the file takes details.');
        if (change.row.withApplicant === withApplicant && !withApplicant) throw refused('not-theirs', 'The file is yours already.');
        change.row.withApplicant = withApplicant;
        change.record(withApplicant ? 'file.invite' : 'file.takeBack', 'file', null, null);
        await invite(change);
      });
    },
    /** Who stated each value last. */
    statedBy: async (reference: string): Promise<StatedBy> => {
      const row = await store.byReference(reference);
      if (!row) throw notFound('This file');
      return { stated: await history.statedBy(row.id) };
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

function newRow(product: Awaited<ReturnType<Products['byId']>>, wish: OpenFile, at: string, ownerId: string, withApplicant: boolean): FileRow {
  return {
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
    signedOn: wish.signedOn,
    withApplicant,
    activeAt: at,
    warned: 0,
    round: product.definition.round,
    openedAt: at,
    openedBy: ownerId,
    ownerId,
    applicant: null,
    amount: null,
    openNow: 0,
    historyLength: 0,
    nextWhat: null,
    nextHolder: null,
    nextDue: null,
  };
}
