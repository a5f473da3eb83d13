import type { DetailChange } from '@cavren/contract';
import { computePath, currentCheck, isoDate, signersOf, statedFigure, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Cavren } from '../app';
import type { Actor } from '../http/index';
import { add, answers, cents, NO_DECLARATIONS, PARTNER_QUALIFIED, QUALIFIED, set } from './changes';
import { halden, tideway } from './requests';
import { DEMO_PEOPLE } from './people';
import { demoPaper } from './papers';
import { ordinaryStories, TOLD, type DemoApplicant, type Story } from './stories';

export { DEMO_PEOPLE } from './people';

const DAY_MS = 24 * 60 * 60 * 1000;
const FILES = 52;

interface Clock {
  at: Date | null;
}

/** Fills an empty installation with the demo: its people, and about sixty files, each taken along the real way as far as its story goes. */
export async function seedDemo(cavren: Cavren, clock: Clock, say: (line: string) => void): Promise<void> {
  for (const person of DEMO_PEOPLE)
    await cavren.stores.sessions.addStaff({ id: `staff-${person.username}`, username: person.username, name: person.name, role: person.role }, person.password);
  await certify(cavren);
  const stories = [...TOLD, ...ordinaryStories(FILES - TOLD.length)];
  const now = Date.now();
  for (const [at, story] of stories.entries()) {
    clock.at = new Date(now - story.age * DAY_MS - ((at * 7) % 50) * 60_000);
    await tell(cavren, clock, story, at);
    if ((at + 1) % 20 === 0) say(`demo data: ${at + 1} of ${stories.length} files`);
  }
  await tellOthers(cavren, clock, now);
  clock.at = null;
}

async function tell(cavren: Cavren, clock: Clock, story: Story, number: number): Promise<void> {
  const teller = new Teller(cavren, clock, story);
  await teller.open();
  if (story.twist === 'half-typed') return teller.typeHalf();
  await teller.typeAll(number);
  if (story.until === 'details') return;
  await teller.recordConsents();
  if (story.until === 'withdrawn') return teller.withdraw();
  await teller.move();
  await teller.runChecks();
  if (story.until === 'checking') return;
  await teller.settleChecks();
  await teller.move();
  await teller.gather();
  if (story.until === 'gathering') return;
  await teller.move();
  await teller.sign();
  if (story.until === 'signing') return;
  await teller.move();
  await teller.decide();
  if (story.until === 'done') await teller.release();
}

/** Takes one demo file along, as its officer and everyone after. */
class Teller {
  private reference = '';
  private version = 0;
  private file!: FileState;

  constructor(
    private readonly cavren: Cavren,
    private readonly clock: Clock,
    private readonly story: Story,
  ) {}

  private get officer(): Actor {
    return staff(this.story.officer);
  }

  private take(view: { version: number; file: FileState }): void {
    this.version = view.version;
    this.file = view.file;
    if (this.clock.at) this.clock.at = new Date(this.clock.at.getTime() + 9 * 60_000);
  }

  private get today() {
    return isoDate((this.clock.at ?? new Date()).toISOString().slice(0, 10));
  }

  async open(): Promise<void> {
    const { name, born } = this.story.applicant;
    ({ reference: this.reference } = await this.cavren.services.files.open(
      {
        product: 'workboat-refit',
        channel: this.story.age % 3 === 0 ? 'counter' : 'phone',
        receivedOn: this.today,
        personId: null,
        fullName: name,
        birthDate: isoDate(born),
        ...NOTHING_MORE,
      },
      this.officer,
    ));
    this.take(await this.cavren.files.view(this.reference));
  }

  private async change(changes: DetailChange[]): Promise<void> {
    this.take(await this.cavren.services.details.change(this.reference, { version: this.version, changes }, this.officer));
  }

  private get applicantId(): string {
    return this.file.people.find(({ role }) => role === 'applicant')?.id ?? '';
  }

  async typeHalf(): Promise<void> {
    await this.change([
      set('request', null, 'purpose', this.story.purpose),
      set('request', null, 'price', cents(39_500)),
      set('person', this.applicantId, 'phone', '(212) 555-0148'),
    ]);
  }

  async typeAll(number: number): Promise<void> {
    const { story } = this;
    const amount = story.price - story.downPayment;
    const partner = nanoid();
    const since = `${2009 + (number % 14)}-0${1 + (number % 9)}-01`;
    const changes: DetailChange[] = [
      set('request', null, 'purpose', story.purpose),
      set('request', null, 'price', cents(story.price)),
      set('request', null, 'downPayment', cents(story.downPayment)),
      set('request', null, 'amount', cents(amount)),
      set('request', null, 'termMonths', story.term),
      set('request', null, 'payoutName', story.applicant.name),
      set('request', null, 'payoutRouting', '011000015'),
      set('request', null, 'payoutAccount', `40028${String(1000 + number)}7`),
      ...personFields(this.applicantId, story.applicant, number),
      add('home', {
        personId: this.applicantId,
        ...address(number),
        since,
        tenure: number % 3 === 0 ? 'mortgaged' : 'rented',
        monthlyCost: cents(690 + (number % 7) * 45),
      }),
      income(this.applicantId, story.applicant, since),
      work(this.applicantId, story.applicant, since),
      ...answers(this.applicantId, QUALIFIED),
      add('livingCost', { category: 'Food and household', monthly: cents(story.coApplicant ? 620 : 410) }),
      add('livingCost', { category: 'Energy and water', monthly: cents(148) }),
      add('livingCost', { category: 'Transport and fuel', monthly: cents(126) }),
      add('asset', {
        kind: 'savings',
        description: 'Savings book, Quillhaven Mutual',
        value: cents(story.downPayment + 3200),
        downPaymentPart: cents(story.downPayment),
      }),
    ];
    if (story.coApplicant) {
      changes.push(
        add('person', { role: 'coApplicant', fullName: story.coApplicant.name, birthDate: story.coApplicant.born }, partner),
        add('relation', { personId: partner, toId: this.applicantId, kind: 'spouse' }),
        add('home', { personId: partner, ...address(number), since, tenure: number % 3 === 0 ? 'mortgaged' : 'rented', monthlyCost: cents(0) }),
        work(partner, story.coApplicant, since),
        ...answers(partner, PARTNER_QUALIFIED),
        ...personFields(partner, story.coApplicant, number + 30),
        income(partner, story.coApplicant, since),
      );
    }
    if (story.child) {
      const child = nanoid();
      changes.push(
        add('person', { role: 'dependant', fullName: story.child, birthDate: '2018-04-09', livesWith: this.applicantId }, child),
        add('relation', { personId: child, toId: this.applicantId, kind: 'child' }),
        ...(story.coApplicant ? [add('relation', { personId: child, toId: partner, kind: 'child' })] : []),
      );
    }
    if (story.debt) changes.push(add('debt', { ...story.debt, payment: cents(story.debt.payment), balance: cents(story.debt.balance) }));
    await this.change(changes);
  }

  async recordConsents(): Promise<void> {
    for (const person of signersOf(this.file)) {
      for (const kind of ['dataUse', 'lookUp'])
        this.take(
          await this.cavren.services.consents.record(
            this.reference,
            this.version,
            { personId: person.id, kind, language: 'en', how: 'inPerson' },
            this.officer,
          ),
        );
    }
  }

  async withdraw(): Promise<void> {
    this.take(await this.cavren.services.files.withdraw(this.reference, this.version, 'The applicant found a buyer for the boat instead.', this.officer));
  }

  async move(): Promise<void> {
    this.take(await this.cavren.services.files.move(this.reference, this.version, this.officer));
  }

  async runChecks(): Promise<void> {
    for (const person of signersOf(this.file)) {
      for (const kind of ['identity', 'watchlist'] as const)
        this.take(await this.cavren.services.checks.askFor(this.reference, this.version, person.id, kind, this.officer));
    }
    await this.cavren.jobs.runDue();
    this.take(await this.cavren.files.view(this.reference));
  }

  async settleChecks(): Promise<void> {
    const open = signersOf(this.file)
      .flatMap((person) => (['identity', 'watchlist'] as const).flatMap((kind) => currentCheck(this.file, person, kind)?.findings ?? []))
      .filter(({ agrees, resolution }) => !agrees && resolution === null);
    for (const { id, kind } of open) {
      const by = kind === 'candidate' ? 'rufus' : this.story.officer;
      const resolution = kind === 'candidate' ? 'differentPerson' : 'confirmed';
      const reason =
        kind === 'candidate'
          ? 'Another birth date, and never lived outside Quillhaven.'
          : 'Seen on the identity paper as stated; the register has an old spelling.';
      this.take(
        await this.cavren.services.checks.resolve(this.reference, this.version, id, resolution, reason, {
          ...staff(by),
          me: { role: by === 'rufus' ? 'compliance' : 'intake' },
        }),
      );
    }
  }

  async gather(): Promise<void> {
    const { twist } = this.story;
    const asked = computePath(this.file, this.today).conditions.filter(({ state }) => state === 'outstanding');
    for (const [at, condition] of asked.entries()) {
      const last = at === asked.length - 1;
      const gathering = this.story.until === 'gathering';
      if (gathering && last && twist === undefined) continue;
      const row = this.file.incomes.find(({ id }) => condition.key === `income:${id}`);
      const stated = row ? statedFigure(row) : null;
      const shown = stated !== null && twist === 'payslip-differs' && row?.personId === this.applicantId ? cents(stated / 100 - 130) : stated;
      const content = await demoPaper(condition.title, row?.source ?? 'Quillhaven Registry', [
        ['About', condition.about],
        ['Made on', this.today],
        ...(shown === null ? [] : [[row?.kind === 'selfEmployed' ? 'Profit of the year' : 'Gross pay', (shown / 100).toFixed(2)] satisfies [string, string]]),
      ]);
      this.take(
        await this.cavren.services.papers.add(
          { reference: this.reference },
          { name: `${condition.title.toLowerCase().replaceAll(' ', '-')}.pdf`, content, conditionKey: condition.key },
          null,
          this.officer,
        ),
      );
      const paper = this.file.papers.at(-1)?.id ?? '';
      if (gathering && last && (twist === 'paper-waiting' || twist === 'exception-asked')) continue;
      const verdict =
        gathering && last && twist === 'paper-sent-back'
          ? ({ verdict: 'sentBack', version: this.version, reason: 'The statement is older than 90 days.' } as const)
          : ({ verdict: 'accepted', version: this.version, page: 1, amount: shown } as const);
      this.take(await this.cavren.services.papers.judge(this.reference, paper, verdict, this.officer));
    }
    await this.askForExceptions();
  }

  /** A figure outside its limit goes on with an exception, as it would at the desk. */
  private async askForExceptions(): Promise<void> {
    const outside = computePath(this.file, this.today).figures.figures.filter(({ verdict }) => verdict === 'outside' || verdict === 'refer');
    for (const { measure } of outside) {
      this.take(
        await this.cavren.services.conditions.askException(
          this.reference,
          this.version,
          `figure:${measure}`,
          'The boat works a second season from next year; contract seen.',
          this.officer,
        ),
      );
      if (this.story.until === 'gathering') continue;
      const exception = this.file.exceptions.at(-1)?.id ?? '';
      this.take(await this.cavren.services.conditions.answerException(this.reference, this.version, exception, 'granted', staff('ansel')));
    }
  }

  async sign(): Promise<void> {
    this.take(await this.cavren.services.signing.send(this.reference, this.version, this.officer));
    const signers = signersOf(this.file);
    for (const [at, person] of signers.entries()) {
      if (this.story.until === 'signing' && (at > 0 || this.story.twist !== 'one-signature-missing')) return;
      const actor: Actor = { kind: 'applicant', id: person.id, name: person.fullName ?? '' };
      const { id } = (await this.cavren.stores.files.byReference(this.reference)) ?? { id: '' };
      this.take(await this.cavren.services.signing.consent(id, person.id, actor));
      this.take(await this.cavren.services.signing.read(id, person.id, 3, actor));
      this.take(
        await this.cavren.services.signing.sign(
          id,
          person.id,
          { mark: 'typed', name: person.fullName ?? '', choice: this.file.product.signing.choice.options[0] ?? '' },
          { address: '127.0.0.1', device: 'demo phone', codeSentTo: `••••${person.phone?.slice(-4) ?? ''}` },
          actor,
        ),
      );
    }
  }

  async decide(): Promise<void> {
    const { decision } = this.cavren.services;
    const { until, twist } = this.story;
    if (until === 'declined') {
      this.take(
        await decision.decide(
          this.reference,
          { outcome: 'decline', version: this.version, reasons: ['income-insufficient', 'obligations-excessive'], comment: 'Hours at the inn end in spring.' },
          staff('ansel'),
        ),
      );
    } else if (twist === 'question') {
      this.take(
        await decision.decide(
          this.reference,
          { outcome: 'sendBack', version: this.version, question: 'Does the pension go on in full after the boat is sold?' },
          staff('ansel'),
        ),
      );
    } else if (until === 'completing' || until === 'done') {
      this.take(await decision.decide(this.reference, { outcome: 'approve', version: this.version, comment: null }, staff('ansel')));
    }
  }

  async release(): Promise<void> {
    this.take(await this.cavren.services.completion.verify(this.reference, this.version, staff('dilys')));
    this.take(await this.cavren.services.completion.release(this.reference, this.version, staff('dilys')));
  }
}

function staff(username: string): Actor {
  const person = DEMO_PEOPLE.find((candidate) => candidate.username === username);
  return { kind: 'staff', id: `staff-${username}`, name: person?.name ?? username };
}

/** What the officers are certified for; one of them in one place only, so that the demo shows why a product can't be offered. */
async function certify({ stores }: Cavren): Promise<void> {
  const keep = (staffId: string, number: string, line: 'lending' | 'insurance' | 'leasing', places: string[], until: string | null = null) =>
    stores.certificates.keep({ staffId, number, line, places, from: isoDate('2025-01-01'), until: until ? isoDate(until) : null });
  await keep('staff-wren', 'QM-L-0417', 'lending', ['us']);
  await keep('staff-wren', 'QM-T-0418', 'leasing', ['us']);
  await keep('staff-wren', 'QM-I-0093', 'insurance', ['us', 'nz'], '2026-06-30');
  await keep('staff-tamsin', 'QM-L-0421', 'lending', ['us', 'nz']);
  await keep('staff-tamsin', 'QM-I-0107', 'insurance', ['nz']);
  await keep('staff-tamsin', 'QM-T-0433', 'leasing', ['us']);
}

const NOTHING_MORE = { signedOn: null, number: null, phone: null, email: null, kind: 'person' as const, differentBecause: null };
/** Files of the other lines, and those that begin in other ways. */
async function tellOthers(cavren: Cavren, clock: Clock, now: number): Promise<void> {
  const { files, details, door } = cavren.services;
  const at = (days: number) => (clock.at = new Date(now - days * DAY_MS));
  const today = () => isoDate((clock.at ?? new Date()).toISOString().slice(0, 10));
  async function begin(who: string, product: string, name: string, born: string, changes: (applicantId: string) => DetailChange[]): Promise<string> {
    const { reference, applicantId } = await files.open(
      { product, channel: 'counter', receivedOn: today(), personId: null, fullName: name, birthDate: isoDate(born), ...NOTHING_MORE },
      staff(who),
    );
    const { version } = await cavren.files.view(reference);
    await details.change(reference, { version, changes: changes(applicantId) }, staff(who));
    return reference;
  }
  at(4);
  await begin('wren', 'quay-cottages', 'Hesper Dunmallow', '1984-02-11', (applicant) => {
    const [partner, student, child, referee] = [nanoid(), nanoid(), nanoid(), nanoid()];
    return [
      set('request', null, 'purpose', '11 Coble Row, three bedrooms'),
      set('request', null, 'termMonths', 12),
      set('request', null, 'advanceOn', '2027-03-01'),
      set('request', null, 'amount', cents(1180)),
      set('person', applicant, 'idNumber', '931-64-2207'),
      set('person', applicant, 'phone', '(212) 555-0171'),
      set('person', applicant, 'noEmail', true),
      set('person', applicant, 'contactBy', 'post'),
      add('home', {
        personId: applicant,
        line: '8 Netmenders Yard',
        town: 'Quillhaven',
        region: 'QH',
        postalCode: '00414',
        since: '2026-02-01',
        tenure: 'rented',
        monthlyCost: cents(940),
      }),
      add('home', {
        personId: applicant,
        line: '31 Old Ropewalk',
        town: 'Quillhaven',
        region: 'QH',
        postalCode: '00412',
        since: '2021-05-01',
        until: '2025-10-31',
      }),
      add('income', {
        personId: applicant,
        kind: 'wage',
        source: 'Sable Point Lighthouse Trust',
        amount: cents(3720),
        frequency: 'monthly',
        since: '2020-01-06',
      }),
      add('income', {
        personId: applicant,
        kind: 'subsidy',
        source: 'Harbour Town housing office',
        amount: cents(240),
        frequency: 'monthly',
        since: '2026-02-01',
      }),
      add('livingCost', { category: 'Food and household', monthly: cents(880) }),
      add('debt', { lender: 'Gullstone Credit Union', kind: 'creditCard', payment: cents(35), balance: cents(1260), limit: cents(4000) }),
      add('asset', { kind: 'savings', description: 'Savings book, Quillhaven Mutual', value: cents(6100) }),
      add(
        'person',
        { role: 'coApplicant', fullName: 'Anselm Dunmallow', birthDate: '1982-07-30', idNumber: '931-64-2214', phone: '(212) 555-0172', livesWith: applicant },
        partner,
      ),
      add('relation', { personId: partner, toId: applicant, kind: 'spouse' }),
      add('person', { role: 'householdMember', fullName: 'Linnet Dunmallow', birthDate: '2006-11-19', studies: 'fullTime', livesWith: applicant }, student),
      add('relation', { personId: student, toId: applicant, kind: 'child' }),
      add('income', { personId: student, kind: 'wage', source: 'Petrel Ferries, weekends', amount: cents(310), frequency: 'everyTwoWeeks' }),
      add('person', { role: 'dependant', fullName: 'Rowan Dunmallow', birthDate: '2015-04-02', livesWith: applicant }, child),
      add('relation', { personId: child, toId: applicant, kind: 'child' }),
      add('relation', { personId: child, toId: student, kind: 'sibling' }),
      add('person', { role: 'referee', fullName: 'Perpetua Gale', organisation: 'Netmenders Yard Lettings', phone: '(212) 555-0173' }, referee),
      add('pet', { kind: 'dog', breed: 'Spaniel', weight: 14, serviceAnimal: false }),
      add('vehicle', { make: 'Harrow', model: 'Van', year: 2019, plate: 'QH 41 772' }),
      ...answers(applicant, { resident: 'yes', bedrooms: '4', eviction: 'no', owesRent: 'no' }),
    ];
  });
  at(2);
  await begin('tamsin', 'crew-cover', 'Tobias Marrack', '1990-08-24', (applicant) => {
    const [sister, brother] = [nanoid(), nanoid()];
    return [
      set('request', null, 'purpose', 'Season plan'),
      set('request', null, 'amount', cents(2600)),
      set('request', null, 'termMonths', 24),
      set('person', applicant, 'idNumber', '49-091-850'),
      set('person', applicant, 'phone', '021 555 0123'),
      add('income', { personId: applicant, kind: 'wage', source: 'Longline Southern', amount: cents(5400), frequency: 'monthly', since: '2022-10-01' }),
      add('work', { personId: applicant, kind: 'employed', employer: 'Longline Southern', position: 'Deckhand', since: '2022-10-01' }),
      add('person', { role: 'beneficiary', alsoRoles: 'emergencyContact', fullName: 'Ottilie Marrack', share: 60, phone: '021 555 0124' }, sister),
      add('relation', { personId: sister, toId: applicant, kind: 'sibling' }),
      add('person', { role: 'beneficiary', fullName: 'Jory Marrack', share: 30 }, brother),
      add('relation', { personId: brother, toId: applicant, kind: 'sibling' }),
      ...answers(applicant, { crewNow: 'yes', offWork: 'yes' }),
    ];
  });
  at(1);
  await begin('wren', 'workboat-refit', 'Cuthbert Wainfleet', '1972-03-14', (applicant) => [
    set('request', null, 'purpose', 'Engine replacement'),
    set('person', applicant, 'phone', '(212) 555-0177'),
    ...answers(applicant, { resident: 'yes', citizen: 'no', permitMonths: '7' }),
  ]);
  at(2);
  await begin('wren', 'workboat-refit', 'Rosamund Thackray', '1984-06-09', thackray);
  await begin('wren', 'workboat-refit', 'Oriel Halden', '1979-10-02', halden);
  await begin('wren', 'payroll-bridge', 'Jorun Tideway', '1975-12-11', tideway);
  at(3);
  await begin('tamsin', 'tools-gear', 'Manaia Keating', '1993-05-30', keating);
  at(1);
  await door.apply({
    product: 'workboat-refit',
    fullName: 'Philippa Corran',
    birthDate: isoDate('1995-01-22'),
    phone: '(212) 555-0181',
    email: 'pip@post.example',
    agrees: true,
  });
}

/** Many sources and debts at once, and what they raise: a year to date that falls short, a deep fall of profit, a card, a debt keyed twice. */
function thackray(applicant: string): DetailChange[] {
  const partner = nanoid();
  const home = { line: '14 Capstan Row', town: 'Quillhaven', region: 'QH', postalCode: '00412', since: '2019-04-01', tenure: 'mortgaged' };
  const since = '2025-04-07';
  return [
    set('request', null, 'purpose', 'Hull and deck refit'),
    set('request', null, 'price', cents(74_000)),
    set('request', null, 'downPayment', cents(18_500)),
    set('request', null, 'amount', cents(55_500)),
    set('request', null, 'termMonths', 84),
    set('person', applicant, 'idNumber', '934-22-6071'),
    set('person', applicant, 'phone', '(212) 555-0184'),
    set('person', applicant, 'noEmail', true),
    add('person', { role: 'coApplicant', fullName: 'Jago Thackray', birthDate: '1981-01-26', idNumber: '934-22-6088', phone: '(212) 555-0185' }, partner),
    add('relation', { personId: partner, toId: applicant, kind: 'spouse' }),
    add('home', { personId: applicant, ...home, monthlyCost: cents(865) }),
    add('home', { personId: partner, ...home, monthlyCost: cents(0) }),
    add('work', { personId: applicant, kind: 'employed', employer: 'Saltmeadow Clinic', position: 'Nurse', since }),
    add('work', { personId: applicant, kind: 'employed', employer: 'Lanternside School', position: 'School nurse', since: '2016-08-15', until: '2025-01-31' }),
    add('work', { personId: partner, kind: 'selfEmployed', employer: 'Thackray Diving', since: '2014-03-01' }),
    add('income', {
      personId: applicant,
      kind: 'wage',
      source: 'Saltmeadow Clinic',
      amount: cents(34.6),
      frequency: 'hourly',
      hoursPerWeek: 36,
      weeksPerYear: 52,
      since,
      yearToDate: cents(50_900),
      yearToDateAt: '2026-10-31',
    }),
    add('income', { personId: applicant, kind: 'overtime', source: 'Saltmeadow Clinic, nights', amount: cents(7440), monthsSeen: 18, since }),
    add('income', {
      personId: partner,
      kind: 'selfEmployed',
      source: 'Thackray Diving',
      since: '2014-03-01',
      yearEnd: '2025-12-31',
      profitLatest: cents(29_800),
      addBackLatest: cents(3400),
      profitBefore: cents(41_200),
      addBackBefore: cents(3900),
    }),
    add('income', { personId: partner, kind: 'rent', source: 'Boat shed, Herring Quay', amount: cents(420), frequency: 'monthly', since: '2022-01-01' }),
    add('income', {
      personId: applicant,
      kind: 'support',
      source: 'Support for Wilf',
      amount: cents(310),
      frequency: 'monthly',
      untaxed: true,
      until: '2029-08-31',
    }),
    add('debt', {
      lender: 'Northstrand Finance',
      kind: 'creditCard',
      owners: applicant,
      payment: cents(60),
      balance: cents(3180),
      limit: cents(8000),
      rate: 0.219,
    }),
    add('debt', {
      lender: 'Gullstone Credit Union',
      kind: 'boatLoan',
      owners: `${applicant} ${partner}`,
      payment: cents(318.4),
      balance: cents(9740),
      rate: 0.069,
      endsOn: '2029-06-30',
    }),
    add('debt', { lender: 'Brackwater Motors', kind: 'vehicleLoan', owners: applicant, payment: cents(211), balance: cents(844), endsOn: '2027-03-31' }),
    add('debt', { lender: 'Harbour Hire', kind: 'lease', owners: partner, payment: cents(94), endsOn: '2027-02-28' }),
    add('debt', { lender: 'Brackwater motors', kind: 'vehicleLoan', owners: partner, payment: cents(211), balance: cents(844), endsOn: '2027-03-31' }),
    add('livingCost', { category: 'Food and household', monthly: cents(540) }),
    add('livingCost', { category: 'Energy and water', monthly: cents(171) }),
    add('livingCost', { category: 'Transport and fuel', monthly: cents(145) }),
    add('asset', {
      kind: 'savings',
      description: 'Savings book, Quillhaven Mutual',
      owners: applicant,
      value: cents(16_900),
      valueOn: '2026-11-02',
      downPaymentPart: cents(12_500),
    }),
    add('asset', {
      kind: 'gift',
      description: 'Gift for the refit',
      owners: partner,
      value: cents(6000),
      downPaymentPart: cents(6000),
      donor: 'Loveday Thackray',
      donorRelation: 'Mother',
    }),
    add('asset', { kind: 'securities', description: 'Shares, harbour ferry company', owners: applicant, value: cents(4800), valueOn: '2026-06-30' }),
    ...answers(applicant, QUALIFIED),
    ...answers(partner, PARTNER_QUALIFIED),
  ];
}

/** Under another place's rules: income after tax, a stressed rate, loan-to-value. */
function keating(applicant: string): DetailChange[] {
  return [
    set('request', null, 'purpose', 'Diving gear'),
    set('request', null, 'price', cents(16_400)),
    set('request', null, 'downPayment', cents(2400)),
    set('request', null, 'amount', cents(14_000)),
    set('request', null, 'termMonths', 36),
    set('person', applicant, 'idNumber', '49-091-850'),
    set('person', applicant, 'phone', '021 555 0188'),
    add('home', {
      personId: applicant,
      line: '27 Rimu Slip',
      town: 'Quillhaven South',
      region: 'QS',
      postalCode: '7010',
      since: '2021-02-01',
      tenure: 'rented',
      monthlyCost: cents(1180),
    }),
    add('work', { personId: applicant, kind: 'employed', employer: 'Longline Southern', position: 'Diver', since: '2021-02-15' }),
    add('income', {
      personId: applicant,
      kind: 'wage',
      source: 'Longline Southern',
      amount: cents(2480),
      frequency: 'everyTwoWeeks',
      since: '2021-02-15',
      netAmount: cents(1996.4),
    }),
    add('income', {
      personId: applicant,
      kind: 'commission',
      source: 'Longline Southern, catch share',
      amount: cents(9300),
      monthsSeen: 18,
      since: '2021-02-15',
    }),
    add('debt', { lender: 'Kea Street Finance', kind: 'creditCard', payment: cents(50), balance: cents(800), limit: cents(6000) }),
    add('livingCost', { category: 'Food and household', monthly: cents(690) }),
    add('livingCost', { category: 'Energy and water', monthly: cents(160) }),
    add('asset', { kind: 'savings', description: 'Savings account', value: cents(5200), valueOn: '2026-11-10', downPaymentPart: cents(2400) }),
    ...answers(applicant, { resident: 'yes', ...NO_DECLARATIONS }),
  ];
}

const address = (number: number): Record<string, string> => ({
  line: `${3 + (number % 60)} ${['Capstan Row', 'Lamplight Steps', 'Herring Quay', 'Old Ropewalk'][number % 4] ?? ''}`,
  town: 'Quillhaven',
  region: 'QH',
  postalCode: '00412',
});

const work = (personId: string, { kind, employer }: DemoApplicant, since: string): DetailChange =>
  kind === 'pension'
    ? add('work', { personId, kind: 'retired', since })
    : add('work', { personId, kind: kind === 'selfEmployed' ? 'selfEmployed' : 'employed', employer, since });

function personFields(id: string, person: DemoApplicant, number: number): DetailChange[] {
  const [first = ''] = person.name.toLowerCase().split(' ');
  return [
    set('person', id, 'idNumber', `9${String(10 + (number % 80))}-${String(20 + (number % 60))}-${person.tail}`),
    set('person', id, 'phone', `(212) 555-01${String(number % 100).padStart(2, '0')}`),
    ...(number % 5 === 3 ? [] : [set('person', id, 'email', `${first}.${number}@post.example`)]),
  ];
}

function income(personId: string, { kind, employer, amount, frequency, hours }: DemoApplicant, since: string): DetailChange {
  if (kind === 'selfEmployed')
    return add('income', {
      personId,
      kind,
      source: employer,
      since,
      yearEnd: '2025-12-31',
      profitLatest: cents(amount * 0.93),
      addBackLatest: cents(amount * 0.09),
      profitBefore: cents(amount * 0.9),
      addBackBefore: cents(amount * 0.08),
    });
  return add('income', { personId, kind, source: employer, amount: cents(amount), frequency, hoursPerWeek: hours ?? null, since });
}
