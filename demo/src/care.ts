import { addDays, dayAt, type DetailChange } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { nanoid } from 'nanoid';
import { toAccepted, toApplying, toChecking, toDeciding, toGathering, toIssued } from './applying';
import { add, answers, cents, set, day } from './changes';
import type { Begin } from './crew';
import type { Staff } from './teller';

interface Home {
  name: string;
  born: string;
  number: string;
  phone: string;
  email: string;
  /** What they earn a month as a wage, or in a year of their own trade. */
  wage?: number;
  profit?: number;
  spouse?: { name: string; born: string; wage: number };
  children: readonly (readonly [string, string])[];
  change?: { what: string; direction: 'more' | 'less'; monthly: number; after: number };
  retirement?: number;
  plan: string;
  until: 'asked' | 'given' | 'checking' | 'gathering' | 'applying' | 'deciding' | 'offering' | 'declined' | 'done';
}

const HOMES: readonly Home[] = [
  {
    name: 'Linnet Harwick',
    born: '1988-02-11',
    number: '914-22-7301',
    phone: '(212) 555-0211',
    email: 'linnet@post.example',
    wage: 2_950,
    spouse: { name: 'Evander Harwick', born: '1986-10-02', wage: 1_480 },
    children: [
      ['Tansy Harwick', '2014-06-18'],
      ['Rook Harwick', '2018-11-30'],
    ],
    change: { what: 'Evander’s winter hours are cut', direction: 'less', monthly: 420, after: 60 },
    plan: 'harbour-visits',
    until: 'given',
  },
  {
    name: 'Osric Penhale',
    born: '1971-07-07',
    number: '913-45-0082',
    phone: '(212) 555-0212',
    email: 'osric@post.example',
    profit: 38_400,
    children: [],
    retirement: 2_500,
    plan: 'harbour',
    until: 'deciding',
  },
  {
    name: 'Maren Tolliver',
    born: '1994-12-15',
    number: '912-61-5540',
    phone: '(212) 555-0213',
    email: 'maren@post.example',
    wage: 2_640,
    children: [['Finch Tolliver', '2020-03-09']],
    plan: 'harbour-visits',
    until: 'done',
  },
  {
    name: 'Quillan Sedge',
    born: '1999-09-21',
    number: '911-08-9917',
    phone: '(212) 555-0214',
    email: 'quillan@post.example',
    wage: 1_960,
    children: [],
    plan: 'ground',
    until: 'asked',
  },
  {
    name: 'Briar Coldwater',
    born: '1979-04-30',
    number: '910-31-2204',
    phone: '(212) 555-0215',
    email: 'briar@post.example',
    wage: 3_120,
    children: [['Alder Coldwater', '2011-10-10']],
    plan: 'harbour',
    until: 'checking',
  },
  {
    name: 'Emrys Fallowdale',
    born: '1966-01-23',
    number: '909-17-4416',
    phone: '(212) 555-0216',
    email: 'emrys@post.example',
    profit: 44_900,
    children: [],
    plan: 'harbour-wide',
    until: 'gathering',
  },
  {
    name: 'Sorrel Windram',
    born: '1992-06-05',
    number: '908-54-7738',
    phone: '(212) 555-0217',
    email: 'sorrel@post.example',
    wage: 2_310,
    children: [],
    plan: 'ground',
    until: 'applying',
  },
  {
    name: 'Lorcan Eddystone',
    born: '1983-11-12',
    number: '907-29-6651',
    phone: '(212) 555-0218',
    email: 'lorcan@post.example',
    wage: 3_480,
    spouse: { name: 'Una Eddystone', born: '1985-03-03', wage: 1_150 },
    children: [],
    plan: 'harbour-visits',
    until: 'offering',
  },
  {
    name: 'Ferris Oakapple',
    born: '1975-08-19',
    number: '906-83-1192',
    phone: '(212) 555-0219',
    email: 'ferris@post.example',
    wage: 2_750,
    children: [],
    plan: 'harbour',
    until: 'declined',
  },
];

/** Covers of what care costs, with what households are given towards them by their income. */
export class Care {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
  ) {}

  async tell(begin: Begin): Promise<void> {
    for (const home of HOMES) await this.tellOne(begin, home);
  }

  private async tellOne(begin: Begin, home: Home): Promise<void> {
    const officer = this.staff('tamsin');
    const open = await begin('tamsin', 'care-cover', home.name, home.born, (applicant) => this.details(home, applicant));
    if (home.until === 'asked') return;
    await open.act(officer, '/assistance');
    if (home.until === 'given') return;
    await open.act(officer, '/assistance/read', { resultId: open.file.assistanceResult?.id ?? '', how: 'inPerson' });
    const changes = open.file.covers.map(({ id }) => set('cover', id, 'plan', home.plan));
    await open.act(officer, '/details', { changes }, 'PATCH');
    if (home.until === 'checking') return toChecking(this.staff, open, 'tamsin');
    if (home.until === 'gathering') return toGathering(this.cavren, this.staff, open, 'tamsin');
    if (home.until === 'applying') return toApplying(this.cavren, this.staff, open, 'tamsin');
    await toDeciding(this.cavren, this.staff, open, 'tamsin');
    if (home.until === 'deciding') return;
    if (home.until === 'declined')
      return open.act(this.staff('sunniva'), '/decision', { outcome: 'decline', reasons: ['application-ineligible'], comment: 'Moves abroad in the spring' });
    if (home.until === 'offering') return open.act(this.staff('sunniva'), '/decision', { outcome: 'approve' });
    await toAccepted(this.staff, open, 'tamsin', 'sunniva');
    await toIssued(this.cavren, this.staff, open);
  }

  private details(home: Home, applicant: string): DetailChange[] {
    const today = dayAt(new Date().toISOString(), 'America/New_York');
    const others = [
      ...(home.spouse ? [{ ...home.spouse, id: nanoid(), role: 'householdMember', kind: 'spouse' }] : []),
      ...home.children.map(([name, born]) => ({ name, born, wage: 0, id: nanoid(), role: 'dependant', kind: 'child' })),
    ];
    const files = home.spouse ? 'jointly' : home.children.length > 0 ? 'headOfHousehold' : 'single';
    const all = [applicant, ...others.map(({ id }) => id)];
    return [
      set('request', null, 'purpose', 'Cover for what care costs'),
      set('request', null, 'premiumMode', 'month'),
      set('request', null, 'advanceOn', addDays(today, 14)),
      set('request', null, 'assistance', 'asked'),
      set('request', null, 'debitName', home.name),
      set('request', null, 'debitRouting', '011000015'),
      set('request', null, 'debitAccount', `4471${home.number.replaceAll('-', '').slice(-6)}`),
      set('person', applicant, 'idNumber', home.number),
      set('person', applicant, 'phone', home.phone),
      set('person', applicant, 'email', home.email),
      set('person', applicant, 'filingStatus', files),
      set('person', applicant, 'otherCover', 'none'),
      ...others.flatMap(({ id, name, born, role, kind }) => [
        add(
          'person',
          {
            role,
            fullName: name,
            birthDate: born,
            otherCover: 'none',
            ...(kind === 'spouse' ? { filingStatus: 'jointly' } : { claimedBy: applicant }),
          },
          id,
        ),
        add('relation', { personId: id, toId: applicant, kind }),
      ]),
      ...all.map((personId) => add('cover', { personId, tobacco: 'no' })),
      add('home', {
        personId: applicant,
        line: '31 Cooper’s Rise',
        town: 'Quillhaven',
        region: 'QH',
        postalCode: '00412',
        since: '2019-08-01',
        tenure: 'rented',
        monthlyCost: cents(940),
      }),
      ...(home.wage ? [wageOf(applicant, 'Saltmeadow Clinic', home.wage)] : []),
      ...(home.profit
        ? [
            add('income', {
              personId: applicant,
              kind: 'selfEmployed',
              source: 'Penhale Sailcloth',
              since: '2009-05-01',
              yearEnd: day('2025-12-31'),
              profitLatest: cents(home.profit),
              profitBefore: cents(home.profit - 1_800),
            }),
          ]
        : []),
      ...others.flatMap(({ id, wage }) => (wage > 0 ? [wageOf(id, 'Netmenders’ Loft', wage)] : [])),
      ...(home.change
        ? [
            add('yearChange', {
              personId: others[0]?.id ?? applicant,
              what: home.change.what,
              direction: home.change.direction,
              monthly: cents(home.change.monthly),
              since: addDays(today, home.change.after),
            }),
          ]
        : []),
      ...(home.retirement ? [add('deduction', { personId: applicant, code: 'retirement', yearly: cents(home.retirement) })] : []),
      ...answers(applicant, { livesHere: 'yes' }),
    ];
  }
}

const wageOf = (personId: string, source: string, monthly: number): DetailChange =>
  add('income', { personId, kind: 'wage', source, amount: cents(monthly), frequency: 'monthly', since: '2020-09-01' });
