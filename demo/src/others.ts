import { dayAt, type DetailChange } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { nanoid } from 'nanoid';
import { toApplying } from './applying';
import { add, answers, cents, set, day } from './changes';
import { Browser, OpenFile } from './desk';
import { keating, thackray } from './households';
import { fulmarNets, halden, tideway } from './requests';
import { Boats } from './boats';
import { Care } from './care';
import { Crew } from './crew';
import { Equipment } from './equipment';
import { Homes } from './homes';
import { Lettings } from './lettings';
import type { Clock, Staff } from './teller';

const DAY_MS = 24 * 60 * 60 * 1000;
/** Products that are offered elsewhere than at home. */
const ZONE_OF: Record<string, string> = { 'tools-gear': 'Pacific/Auckland', 'crew-cover': 'Pacific/Auckland', 'skerry-berths': 'Europe/London' };

/** Files of the other lines, and those that begin in other ways. */
export async function tellOthers(cavren: Cavren, staff: Staff, clock: Clock, now: number): Promise<void> {
  const crew = new Crew(cavren, staff);
  const at = (days: number) => (clock.at = new Date(now - days * DAY_MS));
  const today = (zone: string) => dayAt((clock.at ?? new Date()).toISOString(), zone);
  async function begin(
    who: string,
    product: string,
    name: string,
    born: string,
    changes: (applicantId: string) => DetailChange[],
    kind: 'person' | 'organisation' = 'person',
  ): Promise<OpenFile> {
    const receivedOn = today(ZONE_OF[product] ?? 'America/New_York');
    const wish = { product, channel: 'counter', receivedOn, personId: null, fullName: name, birthDate: born, kind };
    const { reference } = await staff(who).post<{ reference: string }>('/api/files', wish);
    const open = await new OpenFile(reference).read(staff(who));
    await open.act(staff(who), '/details', { changes: changes(open.file.people[0]?.id ?? '') }, 'PATCH');
    return open;
  }
  at(4);
  await begin('wren', 'quay-cottages', 'Hesper Dunmallow', '1984-02-11', (applicant) => {
    const [partner, student, child, referee] = [nanoid(), nanoid(), nanoid(), nanoid()];
    return [
      set('request', null, 'purpose', 'Only home'),
      set('request', null, 'termMonths', 12),
      set('request', null, 'advanceOn', day('2027-03-01')),
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
        since: day('2026-02-01'),
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
        until: day('2025-10-31'),
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
        since: day('2026-02-01'),
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
      set('request', null, 'purpose', 'Income while somebody can’t work'),
      set('request', null, 'premiumMode', 'month'),
      add('cover', {
        personId: applicant,
        plan: 'season',
        benefit: cents(2600),
        waitingDays: '30',
        benefitMonths: '24',
        occupation: 'deckhand',
        tobacco: 'yes',
        height: 181,
        weight: 84,
      }),
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
  await crew.tell(begin);
  await new Boats(cavren, staff).tell(begin);
  await new Care(cavren, staff).tell(begin);
  at(1);
  await new Lettings(cavren, staff).tell(begin);
  await new Homes(cavren, staff, clock, now).tell(begin);
  at(2);
  await new Equipment(cavren, staff).tell(begin);
  await begin('wren', 'workboat-refit', 'Cuthbert Wainfleet', '1972-03-14', (applicant) => [
    set('request', null, 'purpose', 'Engine replacement'),
    set('person', applicant, 'phone', '(212) 555-0177'),
    ...answers(applicant, { resident: 'yes', citizen: 'no', permitMonths: '7' }),
  ]);
  at(2);
  await begin('wren', 'workboat-refit', 'Rosamund Thackray', '1984-06-09', thackray);
  await begin('wren', 'workboat-refit', 'Oriel Halden', '1979-10-02', halden);
  await toApplying(cavren, staff, await begin('wren', 'payroll-bridge', 'Jorun Tideway', '1975-12-11', tideway));
  await begin('wren', 'payroll-bridge', 'Fulmar Nets LLC', '2011-04-18', fulmarNets, 'organisation');
  at(3);
  await begin('tamsin', 'tools-gear', 'Manaia Keating', '1993-05-30', keating);
  at(1);
  await new Browser(cavren.app, '10.2.0.1').post('/api/door/apply', {
    product: 'workboat-refit',
    fullName: 'Philippa Corran',
    birthDate: '1995-01-22',
    phone: '(212) 555-0181',
    email: 'pip@post.example',
    agrees: true,
  });
}
