import { applicantOf, addDays, dayAt, type DetailChange } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { nanoid } from 'nanoid';
import { toAccepted, toDeciding, toIssued } from './applying';
import { add, answers, cents, set } from './changes';
import type { OpenFile } from './desk';
import type { Staff } from './teller';

export type Begin = (
  who: string,
  product: string,
  name: string,
  born: string,
  changes: (applicantId: string) => DetailChange[],
  kind?: 'person' | 'organisation',
) => Promise<OpenFile>;

/** One who wants their income covered. */
interface Hand {
  name: string;
  born: string;
  number: string;
  phone: string;
  email: string;
  account: string;
  employer: string;
  pay: number;
  cover: Record<string, string | number>;
  /** Questions about their health that they say yes to, with what they say. */
  yes?: Record<string, object>;
  /** A cover that this one takes the place of. */
  replaces?: Record<string, string | number>;
  until: 'gathering' | 'deciding' | 'completing' | 'done';
}

const HANDS: readonly Hand[] = [
  {
    name: 'Kaia Reefton',
    born: '1991-03-22',
    number: '35-901-981',
    phone: '021 555 0131',
    email: 'kaia@post.example',
    account: '01-902-0068389-01',
    employer: 'Longline Southern',
    pay: 6100,
    cover: { plan: 'year', benefit: cents(3600), waitingDays: '30', benefitMonths: '24', occupation: 'deckhand', tobacco: 'yes', height: 172, weight: 69 },
    yes: { back: { since: '2024-05', words: 'Lower back, after a fall on deck; physiotherapy until August 2024' } },
    replaces: {
      insurer: 'Tidewater Life',
      address: 'PO Box 418, South Harbour 9016',
      number: 'TL 20-4471-8',
      becomes: 'replaced',
      benefit: cents(3000),
      waitingDays: '60',
      benefitMonths: '12',
      premium: cents(61.4),
      leavesOut: 'Work at sea beyond twelve miles',
      why: 'Works beyond twelve miles since May, which the old cover leaves out',
    },
    until: 'deciding',
  },
  {
    name: 'Anaru Westhaven',
    born: '1986-11-09',
    number: '49-098-576',
    phone: '021 555 0132',
    email: 'anaru@post.example',
    account: '08-6523-1954512-001',
    employer: 'Southern Seiners',
    pay: 7400,
    cover: { plan: 'year-plus', benefit: cents(4200), waitingDays: '90', benefitMonths: '60', occupation: 'skipper', tobacco: 'no', height: 180, weight: 84 },
    until: 'completing',
  },
  {
    name: 'Isla Marlborough',
    born: '1996-07-30',
    number: '136-410-132',
    phone: '021 555 0133',
    email: 'isla@post.example',
    account: '01-902-0068389-01',
    employer: 'Harbour Packing',
    pay: 4800,
    cover: { plan: 'year', benefit: cents(2800), waitingDays: '30', benefitMonths: '24', occupation: 'processor', tobacco: 'no', height: 166, weight: 61 },
    until: 'done',
  },
];
const QUESTIONS = ['unableNow', 'heart', 'back', 'surgery', 'mind', 'diving', 'family'];

/** Covers of crew, each taken as far as its story goes. */
export class Crew {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
  ) {}

  async tell(begin: Begin): Promise<void> {
    for (const hand of HANDS) await this.tellOne(begin, hand);
  }

  private async tellOne(begin: Begin, hand: Hand): Promise<void> {
    const [officer, approver] = [this.staff('tamsin'), this.staff('ansel')];
    const open = await begin('tamsin', 'crew-cover', hand.name, hand.born, (applicant) => this.details(hand, applicant));
    const applicant = applicantOf(open.file);
    if (!applicant) throw new Error(`${hand.name} isn’t in their file`);
    for (const question of QUESTIONS) {
      const more = hand.yes?.[question];
      await open.act(officer, '/health', { personId: applicant.id, question, answer: more ? 'yes' : 'no', ...more });
    }
    await toDeciding(this.cavren, this.staff, open, 'tamsin');
    if (hand.until === 'deciding') return;
    await open.act(approver, '/underwriting', { coverId: open.file.covers[0]?.id ?? '', outcome: 'standard' });
    await toAccepted(this.staff, open, 'tamsin', 'ansel');
    if (hand.until === 'completing') return;
    await toIssued(this.cavren, this.staff, open);
    // She works ashore from next month on, and wants less: an approver has it on the day's list.
    await open.read(officer);
    const less = set('cover', open.file.covers[0]?.id ?? '', 'benefit', cents(2000));
    await open.act(officer, '/policy/changes', {
      on: addDays(dayAt(new Date().toISOString(), 'Pacific/Auckland'), 45),
      changes: [less],
      reason: 'Works four days a week from the new year on',
    });
  }

  private details(hand: Hand, applicant: string): DetailChange[] {
    const heir = nanoid();
    return [
      set('request', null, 'purpose', 'Income while somebody can’t work'),
      set('request', null, 'premiumMode', 'month'),
      set('request', null, 'advanceOn', addDays(dayAt(new Date().toISOString(), 'Pacific/Auckland'), 10)),
      set('request', null, 'debitName', hand.name),
      set('request', null, 'debitAccount', hand.account),
      set('person', applicant, 'idNumber', hand.number),
      set('person', applicant, 'phone', hand.phone),
      set('person', applicant, 'email', hand.email),
      add('cover', { personId: applicant, ...hand.cover }),
      ...(hand.replaces
        ? [add('otherPolicy', { personId: applicant, endsOn: addDays(dayAt(new Date().toISOString(), 'Pacific/Auckland'), 6), ...hand.replaces })]
        : []),
      add('rider', { personId: applicant, code: 'first-day' }),
      add('home', {
        personId: applicant,
        line: '12 Ropewalk Terrace',
        town: 'South Harbour',
        postalCode: '9016',
        since: '2018-02-01',
        tenure: 'rented',
        monthlyCost: cents(1450),
      }),
      add('income', { personId: applicant, kind: 'wage', source: hand.employer, amount: cents(hand.pay), frequency: 'monthly', since: '2019-05-01' }),
      add('work', { personId: applicant, kind: 'employed', employer: hand.employer, position: 'Crew', since: '2019-05-01' }),
      add('person', { role: 'beneficiary', fullName: `Mere ${hand.name.split(' ')[1] ?? ''}`, share: 100 }, heir),
      add('relation', { personId: heir, toId: applicant, kind: 'sibling' }),
      ...answers(applicant, { crewNow: 'yes', offWork: 'no', replaces: hand.replaces ? 'yes' : 'no' }),
    ];
  }
}
