import { addDays, addMonths, dayAt, type IsoDate } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { nanoid } from 'nanoid';
import { gatherPapers, toGathering } from './applying';
import { add, answers, cents, set } from './changes';
import type { Begin } from './crew';
import type { OpenFile } from './desk';
import type { Clock, Staff } from './teller';

const DAY_MS = 24 * 60 * 60 * 1000;
const ZONE = 'America/New_York';

/** Somebody who takes part in a round of harbour homes. */
interface Hopeful {
  name: string;
  born: string;
  number: string;
  phone: string;
  pay: number;
  bedrooms: number;
  child?: readonly [string, string];
  claims: readonly ('livesHere' | 'worksHere' | 'displaced')[];
}
const HOPEFUL: readonly Hopeful[] = [
  { name: 'Aldith Pengelly', born: '1987-04-19', number: '931-65-3101', phone: '(212) 555-0341', pay: 2_650, bedrooms: 1, claims: ['livesHere', 'worksHere'] },
  { name: 'Osric Fenn', born: '1993-10-02', number: '931-65-3115', phone: '(212) 555-0342', pay: 2_450, bedrooms: 1, claims: ['livesHere'] },
  {
    name: 'Tamar Wedlake',
    born: '1990-02-27',
    number: '931-65-3129',
    phone: '(212) 555-0343',
    pay: 2_900,
    bedrooms: 2,
    child: ['Pip Wedlake', '2018-06-11'],
    claims: ['displaced'],
  },
  { name: 'Jory Trevail', born: '1998-12-20', number: '931-65-3132', phone: '(212) 555-0344', pay: 2_500, bedrooms: 1, claims: ['worksHere'] },
  { name: 'Merryn Oldacre', born: '1964-07-08', number: '931-65-3146', phone: '(212) 555-0345', pay: 2_380, bedrooms: 1, claims: [] },
];
/** Who has applied in the round that is open. */
const EARLY: readonly Hopeful[] = [
  { name: 'Demelza Crane', born: '1995-05-30', number: '931-65-3151', phone: '(212) 555-0346', pay: 2_700, bedrooms: 1, claims: ['livesHere'] },
];

/** Two rounds of homes that are given out by a draw: one that is drawn and half offered, one that is open. */
export class Homes {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
    private readonly clock: Clock,
    private readonly now: number,
  ) {}

  private at(daysAgo: number): IsoDate {
    this.clock.at = new Date(this.now - daysAgo * DAY_MS);
    return dayAt(this.clock.at.toISOString(), ZONE);
  }

  async tell(begin: Begin): Promise<void> {
    const first = this.at(60);
    const closesOn = addDays(first, 30);
    await this.open('Harbour homes, autumn', first, closesOn);
    for (const [at, one] of HOPEFUL.entries()) {
      this.at(55 - at);
      await this.apply(await begin('wren', 'harbour-homes', one.name, one.born, (id) => wishOf(one, id, addDays(first, 20))), at !== HOPEFUL.length - 1);
    }
    this.at(14);
    const code = `harbour-homes-${first}`;
    await this.staff('rufus').post(`/api/rounds/${code}/draw`, {});
    await this.cavren.jobs.runDue();
    // The first who is asked doesn't want it, the next one does; another home waits for its answer.
    this.at(12);
    await this.offer(code, 'ropewalk-2', 'refuse');
    this.at(9);
    await this.offer(code, 'ropewalk-2', 'accept');
    this.at(1);
    await this.offer(code, 'ropewalk-4', null);
    const today = this.at(3);
    await this.open('Harbour homes, winter', today, addDays(today, 35));
    for (const one of EARLY) await this.apply(await begin('wren', 'harbour-homes', one.name, one.born, (id) => wishOf(one, id, today)), false);
  }

  private open = (name: string, opensOn: IsoDate, closesOn: IsoDate): Promise<unknown> =>
    this.staff('maud').post('/api/rounds', { product: 'harbour-homes', name, opensOn, closesOn });

  private async apply(open: OpenFile, isShown: boolean): Promise<void> {
    await toGathering(this.cavren, this.staff, open, 'wren');
    if (isShown)
      await gatherPapers(this.staff('wren'), open, { from: 'Quillhaven Registry', amountIs: 'Amount', only: (key) => key.startsWith('preference:') });
  }

  private async offer(code: string, unit: string, answer: 'accept' | 'refuse' | null): Promise<void> {
    const officer = this.staff('wren');
    const unitId = `harbour-homes.${unit}`;
    const { units } = await officer.post<{ units: { unit: { id: string }; by: string | null }[] }>(`/api/rounds/${code}/offers`, { unitId });
    await this.cavren.jobs.runDue();
    const reference = units.find((one) => one.unit.id === unitId)?.by ?? '';
    if (answer === null) return;
    const { file, row } = await this.cavren.services.files.state({ reference });
    const offerId = file.round?.offers.find(({ state }) => state === 'open')?.id ?? '';
    const reason = answer === 'refuse' ? 'Too far from the school' : null;
    await officer.post(`/api/files/${reference}/round/answer`, { version: row.version, offerId, answer, reason });
  }
}

function wishOf({ name, number, phone, pay, bedrooms, child, claims }: Hopeful, applicant: string, paperOn: IsoDate) {
  const other = nanoid();
  const moveIn = addMonths(`${dayAt(new Date().toISOString(), ZONE).slice(0, 8)}01` as IsoDate, 2);
  return [
    set('request', null, 'purpose', 'Only home'),
    set('request', null, 'bedroomsWanted', bedrooms),
    set('request', null, 'termMonths', 12),
    set('request', null, 'advanceOn', moveIn),
    set('request', null, 'debitName', name),
    set('person', applicant, 'idNumber', number),
    set('person', applicant, 'phone', phone),
    add('home', {
      personId: applicant,
      line: '3 Caulkers Row',
      town: 'Quillhaven',
      region: 'QH',
      postalCode: '00412',
      since: '2020-02-01',
      tenure: 'rented',
      monthlyCost: cents(830),
    }),
    add('income', { personId: applicant, kind: 'wage', source: 'Petrel Ferries', amount: cents(pay), frequency: 'monthly', since: '2021-03-01' }),
    add('livingCost', { category: 'Food and household', monthly: cents(540) }),
    add('person', { role: 'referee', fullName: 'Perpetua Gale', organisation: 'Netmenders Yard Lettings', phone: '(212) 555-0173' }),
    ...(child
      ? [
          add('person', { role: 'dependant', fullName: child[0], birthDate: child[1], livesWith: applicant }, other),
          add('relation', { personId: other, toId: applicant, kind: 'child' }),
        ]
      : []),
    ...claims.map((code) => add('preference', { personId: applicant, code, paperOn, ...(code === 'worksHere' ? { hoursThere: 90 } : {}) })),
    ...answers(applicant, { resident: 'yes', bedrooms: String(child ? 2 : 1), eviction: 'no', owesRent: 'no' }),
  ];
}
