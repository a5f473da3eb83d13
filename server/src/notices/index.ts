import { FileAnswer, Id, SendNotice } from '@cavren/contract';
import {
  applicantOf,
  addDays,
  applicantsOf,
  computePath,
  countryName,
  dayAt,
  homeNow,
  isAbroad,
  isEnded,
  missingOf,
  openNotice,
  personName,
  replacedIn,
  say,
  type FilePerson,
  type FileState,
  type IsoDate,
  type Notice,
  type NoticeKind,
  type Words,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, SYSTEM, type Actor } from '../http/index';
import { noticePdf } from './pdf';
import { PROBLEM } from './problems';

interface NoticeRow {
  id: string;
  fileId: string;
  personId: string;
  kind: NoticeKind;
  channel: Notice['channel'];
  madeAt: string;
  missing: string[];
  /** What is said of this file in particular, in words. */
  lines: Words[];
  respondBy: IsoDate | null;
  /** Where it goes, of a letter to somebody else than the person; null where it goes to them. */
  recipient: string | null;
  /** The digest of its PDF; null until that is made. */
  hash: string | null;
}

function noticeStore(db: Sequelize) {
  const table = new Table<NoticeRow>(
    db,
    'notice',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      kind: 'key',
      channel: 'key',
      madeAt: 'time',
      missing: 'json',
      lines: 'json',
      respondBy: 'date',
      recipient: 'text',
      hash: 'key',
    },
    ['id'],
  );
  return {
    insert: (row: NoticeRow, tx: Tx) => table.insert(row, tx),
    byId: (id: string) => table.one({ id }),
    made: (id: string, hash: string, tx: Tx) => table.update({ hash }, { id, hash: null }, tx),
    async load(fileId: string, tx?: Tx): Promise<Pick<FileState, 'notices'>> {
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['madeAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return {
        notices: rows.map(({ id, kind, personId, madeAt, channel, missing, respondBy, hash }) => ({
          id,
          kind,
          personId,
          madeAt,
          channel,
          missing,
          respondBy,
          made: hash !== null,
        })),
      };
    },
  };
}

/** What is said in the message that leads to a notice, and in a notice that needs no more than that. */
const SAYS: Record<NoticeKind, { subject: Words; text: Words }> = {
  declined: { subject: say('mail.decisionSubject'), text: say('mail.declined') },
  stopped: { subject: say('mail.decisionSubject'), text: say('mail.stopped') },
  counterOffer: { subject: say('mail.counterSubject'), text: say('mail.counter') },
  incomplete: { subject: say('mail.incompleteSubject'), text: say('mail.incomplete') },
  withdrawn: { subject: say('mail.withdrawnSubject'), text: say('mail.withdrawn') },
  lapsed: { subject: say('mail.lapsedSubject'), text: say('mail.offerLapsed') },
  assistance: { subject: say('mail.assistanceSubject'), text: say('mail.assistance') },
  replacement: { subject: say('mail.replacementSubject'), text: say('mail.replacement') },
  roundPlace: { subject: say('mail.roundPlaceSubject'), text: say('mail.roundPlace') },
  roundOffer: { subject: say('mail.roundOfferSubject'), text: say('mail.roundOffer') },
  roundLeft: { subject: say('mail.roundLeftSubject'), text: say('mail.roundLeft') },
  undone: { subject: say('mail.decisionSubject'), text: say('mail.undone') },
};

/** For how long the link to a notice holds: as long as something can be done about what it says. */
const NOTICE_LINK_DAYS = 60;

interface NoticeOptions {
  respondBy?: IsoDate | null;
  missing?: string[];
  lines?: Words[];
  text?: Words;
  /** Where a letter goes that is for somebody else than the person. */
  recipient?: string;
}

/** A postal address as it stands on a letter; null where none is known. */
function addressOf(file: FileState, person: FilePerson): string | null {
  const applicant = applicantOf(file);
  const home = homeNow(file, person.id) ?? (applicant ? homeNow(file, applicant.id) : null);
  const { mailLine: line, mailTown: town, mailRegion: region, mailPostalCode: postalCode, mailCountry: country } = person;
  const to = line ? { line, town, region, postalCode, country } : home;
  if (!to?.line) return null;
  const abroad = isAbroad(to.country, file.pack.phoneRegion) ? countryName(to.country).toUpperCase() : null;
  return [person.fullName, to.line, [to.town, to.region, to.postalCode].filter(Boolean).join(' '), abroad].filter(Boolean).join('\n');
}

/** Who signed the application, by name. */
const signersNamed = (file: FileState): string =>
  (file.application?.signers ?? [])
    .map(({ personId }) => file.people.find(({ id }) => id === personId))
    .map((person) => (person ? personName(person) : ''))
    .join(', ');

/** The way in which somebody is written to: by letter where they ask for that or nothing else reaches them. */
function channelOf(file: FileState, person: FilePerson): Notice['channel'] {
  const address = addressOf(file, person);
  if (person.contactBy === 'post' && address) return 'letter';
  if (person.contactBy === 'text' && person.phone) return 'text';
  return person.email ? 'email' : person.phone ? 'text' : address ? 'letter' : 'none';
}

function noticeService({ services, bytes, jobs, lender }: House, store: ReturnType<typeof noticeStore>) {
  /** Makes the PDF of a notice while no file is held; a letter then lies in the print queue. Safe to do twice. */
  async function make(id: string): Promise<void> {
    const notice = await store.byId(id);
    if (!notice || notice.hash !== null) return;
    const { file } = await services.files.state({ id: notice.fileId });
    const person = file.people.find((one) => one.id === notice.personId);
    if (!person) return;
    const says = SAYS[notice.kind];
    const address = notice.recipient ?? addressOf(file, person);
    const pdf = await noticePdf(file, notice, { lender, address, person, ...says });
    // What goes out in somebody's name is sealed, as what they signed is.
    const hash = await bytes.put(notice.kind === 'replacement' ? await services.signing.sealPaper(pdf, personName(person)) : pdf);
    await services.files.change({ id: notice.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.made(id, hash, change.tx)) === 0) return;
      await change.reload('notices');
      change.record('notice.make', `notice/${id}`, null, hash);
      if (notice.channel !== 'letter') return;
      const speak = speakerFor(file.pack);
      const letter = {
        fileId: notice.fileId,
        recipient: (address ?? '').replaceAll('\n', ', '),
        subject: speak(says.subject),
        body: speak(says.text),
        noticeId: id,
      };
      await services.outbox.putLetter(letter, change.now, change.tx);
    });
  }
  jobs.handle('notice.make', make);

  return {
    /** Orders a notice to each of some people: a message that leads to it at the front door, or a letter. */
    async send(change: FileChange, kind: NoticeKind, people: readonly FilePerson[], options: NoticeOptions = {}): Promise<void> {
      for (const person of people) {
        const row: NoticeRow = {
          id: nanoid(),
          fileId: change.row.id,
          personId: person.id,
          kind,
          channel: options.recipient === undefined ? channelOf(change.file, person) : 'letter',
          madeAt: change.now,
          missing: options.missing ?? [],
          lines: options.lines ?? [],
          respondBy: options.respondBy ?? null,
          recipient: options.recipient ?? null,
          hash: null,
        };
        await store.insert(row, change.tx);
        await jobs.add('notice.make', row.id, change.tx);
        change.record('notice.send', `person/${person.id}`, null, JSON.stringify({ kind, channel: row.channel }));
        if (row.channel === 'email' || row.channel === 'text')
          await services.invitations.send(change, person, SAYS[kind].subject, options.text ?? SAYS[kind].text, NOTICE_LINK_DAYS);
      }
      await change.reload('notices');
      change.afterwards(() => jobs.poke());
    },
    /** Tells each insurer whose cover is replaced that it ends, as whoever applied signed it; once for each. */
    async toInsurers(change: FileChange): Promise<void> {
      const { file } = change;
      const rules = file.product.cover?.replacement;
      const signedAt = file.application?.completedAt;
      if (!rules || !signedAt || file.notices.some(({ kind }) => kind === 'replacement')) return;
      for (const policy of replacedIn(file)) {
        const person = file.people.find(({ id }) => id === policy.personId);
        if (!person) continue;
        const name = personName(person);
        const lines = [
          say('notice.replacedPolicy', { number: policy.number ?? '', name, endsOn: policy.endsOn === null ? '' : { day: policy.endsOn } }),
          rules.notice,
          say('notice.signedNotice', { name: signersNamed(file), day: { day: dayAt(signedAt, file.pack.timeZone) }, reference: file.reference, lender }),
        ];
        await this.send(change, 'replacement', [person], { lines, recipient: [policy.insurer, policy.address].filter(Boolean).join('\n') });
      }
    },
    /** Tells those who apply what is missing, and by when it can come. */
    async incomplete(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, today } = change;
        if (isEnded(file.stage)) throw PROBLEM.ended();
        const path = computePath(file, today);
        const missing = missingOf(path);
        if (missing.length === 0) throw PROBLEM.nothingMissing();
        const open = openNotice(file, path.entries);
        if (open?.respondBy && open.respondBy >= today) throw PROBLEM.openAlready({ respondBy: { day: open.respondBy } });
        await this.send(change, 'incomplete', applicantsOf(file), {
          missing: missing.map(({ key }) => key),
          lines: missing.map(({ what }) => what),
          respondBy: addDays(today, file.product.deciding.incompleteDays),
        });
      });
    },
    /** The PDF of a notice: for who may read the file, or for the one whom it was sent to. */
    async pdf(fileId: string, id: string, personIds: readonly string[] | null): Promise<Buffer> {
      const notice = await store.byId(id);
      if (!notice || notice.fileId !== fileId || (personIds !== null && !personIds.includes(notice.personId))) throw PROBLEM.noNotice();
      if (notice.hash === null) throw PROBLEM.notMade();
      const written = await services.historyStore.lastOf(fileId, ['notice.make'], `notice/${id}`);
      if (written?.after !== notice.hash) throw PROBLEM.noNotice();
      return bytes.get(notice.hash);
    },
  };
}

declare module '../house/index' {
  interface Services {
    notices: ReturnType<typeof noticeService>;
  }
}

/** What those who apply are told about a decision, on paper: by message and front door, or by letter. */
export const notices: Concept = (app, house) => {
  const store = noticeStore(house.db);
  const service = house.offer('notices', noticeService(house, store));
  house.plug('filePart', { name: 'notices', empty: { notices: [] }, load: (fileId, tx) => store.load(fileId, tx) });
  app.post('/api/files/:reference/incomplete', { schema: { params: FileParams, body: SendNotice, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'notice.send');
    return service.incomplete(request.params.reference, request.body.version, actor);
  });
  app.get('/api/files/:reference/notices/:id', { schema: { params: FileParams.extend({ id: Id }) } }, async (request, reply) => {
    staffFor(request, 'notice.read');
    const file = await house.services.fileStore.byReference(request.params.reference);
    if (!file) throw PROBLEM.noNotice();
    return reply.type('application/pdf').send(await service.pdf(file.id, request.params.id, null));
  });
};
