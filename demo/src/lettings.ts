import { addMonths, dayAt, lettingsOf, owedBefore, type DetailChange, type IsoDate, type Stage } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { nanoid } from 'nanoid';
import { gatherPapers, toAgreed, toChecking, toSigned } from './applying';
import { add, answers, cents, set } from './changes';
import type { Begin } from './crew';
import type { Browser, OpenFile } from './desk';
import { answerAbout, DemoPhone } from './phone';
import type { Staff } from './teller';

type Until = 'gathering' | 'deciding' | 'signing' | 'completing' | 'handingOver' | 'done' | 'withdrawn';

/** A household that wants a cottage. */
interface Tenant {
  name: string;
  born: string;
  number: string;
  phone: string;
  pay: number;
  employer: string;
  unit: string;
  /** Months from now until they move in, and for how long. */
  ahead: number;
  months: number;
  partner?: { name: string; born: string; number: string; phone: string; pay: number };
  children?: readonly (readonly [string, string])[];
  pet?: { kind: string; breed: string; weight: number; serviceAnimal: boolean };
  /** An eviction that they declare, in their words. */
  evicted?: string;
  until: Until;
}

const TENANTS: readonly Tenant[] = [
  {
    name: 'Merrin Oakshaw',
    born: '1992-06-03',
    number: '931-64-2221',
    phone: '(212) 555-0311',
    pay: 3_900,
    employer: 'Sable Point Lighthouse Trust',
    unit: 'gannet-5',
    ahead: 2,
    months: 12,
    partner: { name: 'Tobin Oakshaw', born: '1990-01-19', number: '931-64-2235', phone: '(212) 555-0312', pay: 2_700 },
    children: [['Wynn Oakshaw', '2021-08-14']],
    pet: { kind: 'dog', breed: 'Terrier', weight: 9, serviceAnimal: false },
    until: 'gathering',
  },
  {
    name: 'Isolde Fairweather',
    born: '1958-11-27',
    number: '931-64-2249',
    phone: '(212) 555-0313',
    pay: 3_350,
    employer: 'Quillhaven Harbour Board',
    unit: 'gannet-2',
    ahead: 1,
    months: 24,
    pet: { kind: 'dog', breed: 'Retriever', weight: 31, serviceAnimal: true },
    until: 'deciding',
  },
  {
    name: 'Corin Tallow',
    born: '1996-03-08',
    number: '931-64-2252',
    phone: '(212) 555-0314',
    pay: 3_700,
    employer: 'Petrel Ferries',
    unit: 'gannet-3',
    evicted: 'The house was sold, and we stayed a month too long.',
    ahead: 1,
    months: 12,
    until: 'signing',
  },
  {
    name: 'Harriet Voss',
    born: '1985-09-16',
    number: '931-64-2266',
    phone: '(212) 555-0315',
    pay: 4_300,
    employer: 'Tidewrack Boatyard',
    unit: 'coble-9',
    ahead: 1,
    months: 12,
    children: [
      ['Juno Voss', '2016-02-21'],
      ['Arlo Voss', '2019-12-05'],
    ],
    until: 'completing',
  },
  {
    name: 'Lucan Barrowby',
    born: '1979-05-12',
    number: '931-64-2270',
    phone: '(212) 555-0316',
    pay: 5_100,
    employer: 'Northlight Ice House',
    unit: 'coble-7',
    ahead: 0,
    months: 12,
    until: 'handingOver',
  },
  {
    name: 'Sunniva Greaves',
    born: '1988-07-30',
    number: '931-64-2284',
    phone: '(212) 555-0317',
    pay: 4_600,
    employer: 'Quillhaven School Board',
    unit: 'coble-13',
    ahead: 0,
    months: 24,
    until: 'done',
  },
  {
    name: 'Ruben Castellow',
    born: '1993-12-11',
    number: '931-64-2297',
    phone: '(212) 555-0318',
    pay: 3_800,
    employer: 'Saltmeadow Clinic',
    unit: 'gannet-7',
    ahead: 3,
    months: 12,
    until: 'withdrawn',
  },
];

/** A skipper who wants a berth. */
interface Skipper {
  name: string;
  born: string;
  number: string;
  phone: string;
  pay: number;
  unit: string;
  boat: string;
  months: number;
  until: 'checking' | 'done';
}
const SKIPPERS: readonly Skipper[] = [
  {
    name: 'Effie Strachan',
    born: '1981-04-02',
    number: 'AB 12 34 56 C',
    phone: '01632 960121',
    pay: 2_450,
    unit: 'a-2',
    boat: 'A boat for pleasure',
    months: 6,
    until: 'checking',
  },
  {
    name: 'Magnus Isbister',
    born: '1974-10-23',
    number: 'CE 20 31 45 A',
    phone: '01632 960122',
    pay: 3_100,
    unit: 'b-1',
    boat: 'A fishing boat',
    months: 12,
    until: 'done',
  },
];

const HOME_ZONE = 'America/New_York';
const firstOf = (zone: string, ahead: number): IsoDate => addMonths(`${dayAt(new Date().toISOString(), zone).slice(0, 8)}01` as IsoDate, ahead);

/** Cottages and berths, each let as far as its story goes. */
export class Lettings {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
  ) {}

  async tell(begin: Begin): Promise<void> {
    for (const tenant of TENANTS) await this.cottage(await begin('wren', 'quay-cottages', tenant.name, tenant.born, (id) => cottageOf(tenant, id)), tenant);
    for (const skipper of SKIPPERS) await this.berth(await begin('tamsin', 'skerry-berths', skipper.name, skipper.born, (id) => berthOf(skipper, id)), skipper);
  }

  private async cottage(open: OpenFile, { unit, until }: Tenant): Promise<void> {
    const officer = this.staff('wren');
    await open.act(officer, '/unit', { unitId: `quay-cottages.${unit}` });
    await toChecking(this.staff, open, 'wren');
    await this.payOwed(officer, open, 'checking', 'counter');
    if (until === 'withdrawn') return open.act(officer, '/withdraw', { reason: 'Found a home nearer to work' });
    await this.check(officer, open);
    await this.askWhoLet(officer, open);
    if (until === 'gathering') return;
    await this.hearWhoLet(officer, open, until === 'deciding' ? 'frontDoor' : 'phone');
    await this.gather(officer, open);
    if (until === 'deciding') return;
    await toAgreed(this.cavren, this.staff, open, 'wren', 'ansel');
    if (until === 'signing') return;
    await toSigned(this.cavren, this.staff, open, 'wren');
    if (until === 'completing') return;
    await this.payOwed(officer, open, 'completing', 'bank');
    await this.takeDown(officer, open);
    if (until === 'done') await this.handOver(open);
  }

  private async berth(open: OpenFile, { unit, until }: Skipper): Promise<void> {
    const officer = this.staff('tamsin');
    await open.act(officer, '/unit', { unitId: `skerry-berths.${unit}` });
    await toChecking(this.staff, open, 'tamsin');
    if (until === 'checking') return;
    await this.check(officer, open);
    await this.gather(officer, open);
    await this.payOwed(officer, open, 'deciding', 'counter');
    await toAgreed(this.cavren, this.staff, open, 'tamsin', 'ansel');
    await toSigned(this.cavren, this.staff, open, 'tamsin');
    await this.payOwed(officer, open, 'completing', 'counter');
    await this.takeDown(officer, open);
    await this.handOver(open);
  }

  /** Everything that a gate waits for is paid. */
  private async payOwed(officer: Browser, open: OpenFile, stage: Stage, way: 'counter' | 'bank'): Promise<void> {
    const amount = owedBefore(open.file, stage);
    if (amount === 0) return;
    const payer = open.file.people[0]?.fullName ?? '';
    await open.act(officer, '/receipts', way === 'bank' ? { way, amount } : { way, amount, payer, reference: `R-${open.reference.slice(-4)}` });
    await this.cavren.jobs.runDue();
    await open.read(officer);
  }

  private async check(officer: Browser, open: OpenFile): Promise<void> {
    await open.act(officer, '/checks/all');
    await this.cavren.jobs.runDue();
    await open.read(officer);
    for (const { id, agrees } of open.file.checks.flatMap(({ findings }) => findings))
      if (!agrees) await open.act(this.staff('rufus'), `/findings/${id}`, { resolution: 'differentPerson', reason: 'That one was born in 1963.' });
    await open.act(officer, '/move');
  }

  private async askWhoLet(officer: Browser, open: OpenFile): Promise<void> {
    for (const { home } of lettingsOf(open.file)) await open.act(officer, '/references', { homeId: home.id });
  }

  /** Whoever let them a home says how it went: at the front door, with another rent than was stated, or on the phone. */
  private async hearWhoLet(officer: Browser, open: OpenFile, how: 'frontDoor' | 'phone'): Promise<void> {
    for (const { home, referee, reference } of lettingsOf(open.file)) {
      const { since, until, monthlyCost } = home;
      if (!referee || !reference || since === null) continue;
      const said = { since, until, monthlyCost, answers: { paidLate: 'No', damage: 'No', neighbours: 'No', again: 'Yes' }, remark: null };
      if (how === 'phone') await open.act(officer, `/references/${reference.id}/take`, { how, said });
      else await answerAbout(this.cavren, referee, reference.id, { ...said, monthlyCost: cents(845), remark: 'Left the garden better than it was.' });
    }
    await open.read(officer);
  }

  private async gather(officer: Browser, open: OpenFile): Promise<void> {
    await gatherPapers(officer, open, { from: 'Quillhaven', amountIs: 'Pay' });
    await open.act(officer, '/move');
  }

  /** The condition of the unit, room by room: signed for the house and on the phone. */
  private async takeDown(officer: Browser, open: OpenFile): Promise<void> {
    await open.act(officer, '/record');
    for (const [at, { id }] of open.file.handover.rooms.entries())
      await open.act(
        officer,
        `/record/rooms/${id}`,
        at === 1 ? { state: 'worn', note: 'The varnish of the worktop is worn by the window' } : { state: 'good', note: null },
      );
    await open.act(officer, '/record/sign');
    const applicant = open.file.people[0];
    if (!applicant) return;
    const door = await new DemoPhone(this.cavren).comeIn(open.reference, applicant.phone ?? '');
    await door.post('/api/door/record/sign', { name: applicant.fullName });
    await open.read(officer);
  }

  private async handOver(open: OpenFile): Promise<void> {
    const completer = this.staff('dilys');
    await open.read(completer);
    await open.act(completer, '/keys', { keys: 2, to: open.file.people[0]?.id ?? '', early: 'It is empty, and they asked for it' });
    await this.cavren.jobs.runDue();
  }
}

/** What a household says at the counter. */
function cottageOf({ name, number, phone, pay, employer, ahead, months, partner, children = [], pet, evicted }: Tenant, applicant: string): DetailChange[] {
  const other = nanoid();
  const referee = nanoid();
  const home = { town: 'Quillhaven', region: 'QH', postalCode: '00412', since: '2019-05-01', tenure: 'rented' };
  const wage = (personId: string, source: string, amount: number) =>
    add('income', { personId, kind: 'wage', source, amount: cents(amount), frequency: 'monthly', since: '2019-09-02' });
  const adult = { resident: 'yes', eviction: 'no', owesRent: 'no' };
  return [
    set('request', null, 'purpose', 'Only home'),
    set('request', null, 'termMonths', months),
    set('request', null, 'advanceOn', firstOf(HOME_ZONE, ahead)),
    set('request', null, 'debitName', name),
    set('request', null, 'debitRouting', '011000015'),
    set('request', null, 'debitAccount', '400281234'),
    set('person', applicant, 'idNumber', number),
    set('person', applicant, 'phone', phone),
    add('home', { personId: applicant, line: '22 Netmenders Yard', monthlyCost: cents(780), refereeId: referee, ...home }),
    wage(applicant, employer, pay),
    add('livingCost', { category: 'Food and household', monthly: cents(620) }),
    add('asset', { kind: 'savings', description: 'Savings book, Quillhaven Mutual', value: cents(5_400) }),
    add('person', { role: 'referee', fullName: 'Perpetua Gale', organisation: 'Netmenders Yard Lettings', phone: '(212) 555-0173' }, referee),
    ...answers(applicant, { ...adult, bedrooms: String(1 + (partner ? 1 : 0) + children.length) }, evicted === undefined ? {} : { eviction: evicted }),
    ...(partner
      ? [
          add(
            'person',
            { role: 'coApplicant', fullName: partner.name, birthDate: partner.born, idNumber: partner.number, phone: partner.phone, livesWith: applicant },
            other,
          ),
          add('relation', { personId: other, toId: applicant, kind: 'spouse' }),
          add('home', { personId: other, line: '22 Netmenders Yard', monthlyCost: cents(0), ...home }),
          wage(other, 'Harbour Packing', partner.pay),
          ...answers(other, adult),
        ]
      : []),
    ...children.flatMap(([fullName, birthDate]) => {
      const child = nanoid();
      return [
        add('person', { role: 'dependant', fullName, birthDate, livesWith: applicant }, child),
        add('relation', { personId: child, toId: applicant, kind: 'child' }),
      ];
    }),
    ...(pet ? [add('pet', pet)] : []),
  ];
}

function berthOf({ name, number, phone, pay, boat, months }: Skipper, applicant: string): DetailChange[] {
  return [
    set('request', null, 'purpose', boat),
    set('request', null, 'termMonths', months),
    set('request', null, 'advanceOn', firstOf('Europe/London', 1)),
    set('request', null, 'debitName', name),
    set('person', applicant, 'idNumber', number),
    set('person', applicant, 'phone', phone),
    add('income', { personId: applicant, kind: 'wage', source: 'Skerry Sound Pilots', amount: cents(pay), frequency: 'monthly', since: '2020-03-01' }),
    add('leaseExtra', { code: 'power', count: 1 }),
  ];
}
