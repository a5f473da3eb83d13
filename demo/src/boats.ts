import { addDays, dayAt, type DetailChange } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { toAccepted, toDeciding, toIssued } from './applying';
import { add, answers, cents, set, day } from './changes';
import type { Begin } from './crew';
import type { Staff } from './teller';

/** One who wants a boat and its gear covered, line by line: item, mark, place, units, value of one, level, weeks, agent. */
interface Owner {
  name: string;
  born: string;
  number: string;
  phone: string;
  profit: number;
  lines: readonly [string, string, string, number, number, string, number, string][];
  until: 'details' | 'sent' | 'deciding' | 'done';
}

const OWNERS: readonly Owner[] = [
  {
    name: 'Bramwell Sandling',
    born: '1977-05-19',
    number: '917-20-4418',
    phone: '(212) 555-0201',
    profit: 96_400,
    lines: [
      ['hull-steel', 'Sandpiper', 'quay', 1, 265_000, 'three-quarters', 52, 'wickmoor'],
      ['engine', 'Sandpiper, main', 'quay', 1, 38_500, 'three-quarters', 52, 'wickmoor'],
      ['winch', 'Pot hauler', 'quay', 2, 4_200, 'two-thirds', 52, 'wickmoor'],
      ['electronics', 'Wheelhouse', 'quay', 1, 9_800, 'two-thirds', 52, 'wickmoor'],
      ['trap', 'Green buoys, north string', 'roads', 180, 84, 'half', 38, 'wickmoor'],
      ['trap', 'Green buoys, south string', 'roads', 160, 84, 'half', 38, 'wickmoor'],
      ['trap', 'Spare pots', 'ashore', 60, 71.5, 'half', 52, 'brant'],
      ['rope', 'Leaded rope', 'ashore', 420, 9.4, 'half', 52, 'brant'],
      ['net', 'Trammel net, 90 mm', 'ashore', 640, 18.25, 'two-thirds', 26, 'brant'],
      ['line', 'Autumn longline', 'roads', 2_400, 3.1, 'half', 18, 'wickmoor'],
    ],
    until: 'sent',
  },
  {
    name: 'Corentin Hollowell',
    born: '1969-12-03',
    number: '918-33-7025',
    phone: '(212) 555-0202',
    profit: 71_200,
    lines: [
      ['hull-timber', 'Grey Heron QH 88', 'inner', 1, 118_000, 'three-quarters', 52, 'brant'],
      ['engine', 'Grey Heron', 'inner', 1, 21_900, 'three-quarters', 52, 'brant'],
      ['net', 'Herring drift net', 'ashore', 900, 14.6, 'two-thirds', 30, 'brant'],
    ],
    until: 'deciding',
  },
  {
    name: 'Ysolde Marchbank',
    born: '1983-08-27',
    number: '919-58-1162',
    phone: '(212) 555-0203',
    profit: 64_000,
    lines: [
      ['hull-composite', 'Second Wind QH 301', 'inner', 1, 74_500, 'most', 52, 'wickmoor'],
      ['trap', 'Red and white buoys', 'quay', 120, 79, 'half', 40, 'wickmoor'],
    ],
    until: 'done',
  },
  {
    name: 'Lowenna Pettigrew',
    born: '1990-01-14',
    number: '916-07-3390',
    phone: '(212) 555-0204',
    profit: 52_600,
    lines: [
      ['hull-timber', 'Bonny Lass QH 57', 'quay', 1, 61_000, 'three-quarters', 52, 'gannet'],
      ['trap', 'Yellow buoys', 'roads', 90, 82, 'half', 36, 'gannet'],
    ],
    until: 'details',
  },
];

/** Covers of hulls and gear, each taken as far as its story goes. */
export class Boats {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
  ) {}

  async tell(begin: Begin): Promise<void> {
    for (const owner of OWNERS) await this.tellOne(begin, owner);
  }

  private async tellOne(begin: Begin, owner: Owner): Promise<void> {
    const officer = this.staff('tamsin');
    const open = await begin('tamsin', 'hull-gear', owner.name, owner.born, (applicant) => this.details(owner, applicant));
    if (owner.until === 'details') return;
    await open.act(officer, '/lines/send');
    await this.answered();
    await open.read(officer);
    if (owner.until === 'sent') return;
    await toDeciding(this.cavren, this.staff, open, 'tamsin');
    if (owner.until === 'deciding') return;
    await toAccepted(this.staff, open, 'tamsin', 'sunniva');
    await toIssued(this.cavren, this.staff, open);
  }

  /** The issuing system says of lines later: it is asked until it has. */
  private async answered(): Promise<void> {
    for (let turn = 0; turn < 3; turn += 1) {
      await this.cavren.jobs.runDue();
      await this.cavren.jobs.makeAllDue();
    }
    await this.cavren.jobs.runDue();
  }

  private details(owner: Owner, applicant: string): DetailChange[] {
    return [
      set('request', null, 'purpose', 'Boat and gear at work'),
      set('request', null, 'premiumMode', 'quarter'),
      set('request', null, 'advanceOn', addDays(dayAt(new Date().toISOString(), 'America/New_York'), 12)),
      set('request', null, 'debitName', owner.name),
      set('request', null, 'debitRouting', '011000015'),
      set('request', null, 'debitAccount', `4471${owner.number.replaceAll('-', '').slice(-6)}`),
      set('person', applicant, 'idNumber', owner.number),
      set('person', applicant, 'phone', owner.phone),
      set('person', applicant, 'noEmail', true),
      ...owner.lines.map(([item, mark, place, units, value, level, weeks, agent]) =>
        add('coverLine', { item, mark, place, units, unitPrice: cents(value), share: item.startsWith('hull') ? 80 : 100, level, weeks, agent }),
      ),
      add('interest', { who: 'Gullstone Credit Union', kind: 'lender', share: 40 }),
      add('home', {
        personId: applicant,
        line: '5 Sailmakers Lane',
        town: 'Quillhaven',
        region: 'QH',
        postalCode: '00412',
        since: '2015-03-01',
        tenure: 'rented',
        monthlyCost: cents(890),
      }),
      add('income', {
        personId: applicant,
        kind: 'selfEmployed',
        source: `${owner.name.split(' ')[1] ?? ''} Inshore`,
        since: '2011-04-01',
        yearEnd: day('2025-12-31'),
        profitLatest: cents(owner.profit),
        profitBefore: cents(owner.profit - 2_900),
      }),
      ...answers(applicant, { ownsBoat: 'yes', lostBefore: 'no' }),
    ];
  }
}
