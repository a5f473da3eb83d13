import {
  applicantOf,
  applicantsOf,
  computePath,
  consentsAskedOf,
  currentCheck,
  dayAt,
  signersOf,
  statedFigure,
  type DetailChange,
  type IsoDate,
} from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { speakerFor } from '@cavren/words';
import { nanoid } from 'nanoid';
import { add, answers, cents, PARTNER_QUALIFIED, QUALIFIED, set } from './changes';
import { OpenFile, type Browser } from './desk';
import { address, income, personFields, work } from './details';
import { demoPaper } from './papers';
import { signAs } from './phone';
import type { Story } from './stories';

/** The clock of the demo: what is told happened days ago. */
export interface Clock {
  at: Date | null;
}

/** Who works at Quillhaven, each at a browser of their own. */
export type Staff = (username: string) => Browser;

const STEP_MS = 9 * 60_000;

/** Takes one demo file along, as its officer and everyone after would: over HTTP, with their own rights. */
export class Teller {
  private open!: OpenFile;

  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
    private readonly clock: Clock,
    private readonly story: Story,
  ) {}

  private get officer(): Browser {
    return this.staff(this.story.officer);
  }
  private get file() {
    return this.open.file;
  }
  private get today(): IsoDate {
    return dayAt((this.clock.at ?? new Date()).toISOString(), 'America/New_York');
  }
  private get applicantId(): string {
    return applicantOf(this.file)?.id ?? '';
  }

  private async act(who: Browser, path: string, body: object = {}, method: 'POST' | 'PATCH' = 'POST'): Promise<void> {
    await this.open.act(who, path, body, method);
    if (this.clock.at) this.clock.at = new Date(this.clock.at.getTime() + STEP_MS);
  }
  private change = (changes: DetailChange[]): Promise<void> => this.act(this.officer, '/details', { changes }, 'PATCH');

  /** Lets outside services answer, and reads the file as it then is. */
  private async await(): Promise<void> {
    await this.cavren.jobs.runDue();
    await this.open.read(this.officer);
  }

  async begin(): Promise<void> {
    const { name, born } = this.story.applicant;
    const channel = this.story.age % 3 === 0 ? 'counter' : 'phone';
    const wish = { product: 'workboat-refit', channel, receivedOn: this.today, personId: null, fullName: name, birthDate: born };
    const { reference } = await this.officer.post<{ reference: string }>('/api/files', wish);
    this.open = await new OpenFile(reference).read(this.officer);
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
    for (const person of signersOf(this.file))
      for (const { kind } of consentsAskedOf(this.file, person).filter(({ before }) => before !== null))
        await this.act(this.officer, '/consents', { personId: person.id, kind, language: 'en', how: 'inPerson' });
  }

  withdraw = (): Promise<void> => this.act(this.officer, '/withdraw', { reason: 'The applicant found a buyer for the boat instead.' });
  move = (): Promise<void> => this.act(this.officer, '/move');

  async runChecks(): Promise<void> {
    for (const person of signersOf(this.file))
      for (const kind of ['identity', 'watchlist']) await this.act(this.officer, '/checks', { personId: person.id, kind });
    await this.await();
  }

  async settleChecks(): Promise<void> {
    const open = signersOf(this.file)
      .flatMap((person) => (['identity', 'watchlist'] as const).flatMap((kind) => currentCheck(this.file, person, kind)?.findings ?? []))
      .filter(({ agrees, resolution }) => !agrees && resolution === null);
    for (const { id, kind } of open) {
      const settled =
        kind === 'candidate'
          ? { resolution: 'differentPerson', reason: 'Another birth date, and never lived outside Quillhaven.' }
          : { resolution: 'confirmed', reason: 'Seen on the identity paper as stated; the register has an old spelling.' };
      await this.act(kind === 'candidate' ? this.staff('rufus') : this.officer, `/findings/${id}`, settled);
    }
  }

  async gather(): Promise<void> {
    const asked = computePath(this.file, this.today).conditions.filter(({ state }) => state === 'outstanding');
    for (const [at, condition] of asked.entries()) await this.gatherOne(condition, at === asked.length - 1);
    await this.askForExceptions();
  }

  private async gatherOne(condition: ReturnType<typeof computePath>['conditions'][number], last: boolean): Promise<void> {
    const { twist, until } = this.story;
    const stops = until === 'gathering' && last;
    if (stops && twist === undefined) return;
    const row = this.file.incomes.find(({ id }) => condition.key === `income:${id}`);
    const stated = row ? statedFigure(this.file, row, this.today) : null;
    const speak = speakerFor(this.file.pack);
    const shown = stated !== null && twist === 'payslip-differs' && row?.personId === this.applicantId ? cents(stated / 100 - 130) : stated;
    const content = await demoPaper(speak(condition.title), row?.source ?? 'Quillhaven Registry', [
      ['About', speak(condition.about)],
      ['Made on', this.today],
      ...(shown === null ? [] : [[row?.kind === 'selfEmployed' ? 'Profit of the year' : 'Gross pay', (shown / 100).toFixed(2)] satisfies [string, string]]),
    ]);
    await this.open.add(this.officer, `${speak(condition.title).toLowerCase().replaceAll(' ', '-')}.pdf`, content, condition.key);
    if (stops && (twist === 'paper-waiting' || twist === 'exception-asked')) return;
    const verdict =
      stops && twist === 'paper-sent-back'
        ? { verdict: 'sentBack', reason: 'The statement is older than 90 days.' }
        : { verdict: 'accepted', page: 1, amount: shown };
    await this.act(this.officer, `/papers/${this.file.papers.at(-1)?.id ?? ''}/verdict`, verdict);
  }

  /** A figure outside its limit goes on with an exception, as it would at the desk. */
  private async askForExceptions(): Promise<void> {
    const outside = computePath(this.file, this.today).figures.figures.filter(({ verdict }) => verdict === 'outside' || verdict === 'refer');
    for (const { measure } of outside) {
      const reason = 'The boat works a second season from next year; contract seen.';
      await this.act(this.officer, '/exceptions', { subject: `figure:${measure}`, reason });
      if (this.story.until === 'gathering') continue;
      await this.act(this.staff('ansel'), `/exceptions/${this.file.exceptions.at(-1)?.id ?? ''}`, { answer: 'granted' });
    }
  }

  async sign(): Promise<void> {
    await this.act(this.officer, '/agreement');
    await this.await();
    for (const [at, person] of signersOf(this.file).entries()) {
      if (this.story.until === 'signing' && (at > 0 || this.story.twist !== 'one-signature-missing')) return;
      await signAs(this.cavren, person, this.file.product.signing.choice.options[0] ?? '');
      await this.await();
    }
  }

  async decide(): Promise<void> {
    const { until, twist } = this.story;
    const ansel = this.staff('ansel');
    if (until === 'declined')
      await this.act(ansel, '/decision', {
        outcome: 'decline',
        reasons: ['income-insufficient', 'obligations-excessive'],
        comment: 'Hours at the inn end in spring.',
      });
    else if (twist === 'question')
      await this.act(ansel, '/decision', { outcome: 'sendBack', question: 'Does the pension go on in full after the boat is sold?' });
    else if (until !== 'deciding') {
      const beyond = (this.file.request.amount ?? 0) > cents(60_000);
      if (beyond) await this.act(ansel, '/decision', { outcome: 'recommend', comment: 'Sound, but above what I may approve alone.' });
      await this.act(beyond ? this.staff('sunniva') : ansel, '/decision', { outcome: 'approve', comment: null });
    }
  }

  /** Those who apply accept what was offered to them, at the counter. */
  async accept(): Promise<void> {
    await this.await();
    for (const { id } of applicantsOf(this.file)) await this.act(this.officer, '/offer/answer', { personId: id, answer: 'accept', how: 'inPerson' });
  }

  async release(): Promise<void> {
    await this.act(this.staff('dilys'), '/payout/verify');
    await this.await();
    await this.act(this.staff('dilys'), '/payout/release');
    await this.await();
  }
}
