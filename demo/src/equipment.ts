import { addDays, dayAt, owedBefore, type DetailChange } from '@cavren/core';
import type { Cavren } from '@cavren/server';
import { gatherPapers, toAgreed, toGathering, toSigned } from './applying';
import { add, answers, cents, set, day } from './changes';
import type { Begin } from './crew';
import type { Staff } from './teller';

const HOME = { town: 'Quillhaven', region: 'QH', postalCode: '00412' };
const today = () => dayAt(new Date().toISOString(), 'America/New_York');
const SUPPLIER = [
  set('request', null, 'payoutName', 'Tidewrack Marine Supply'),
  set('request', null, 'payoutRouting', '011000015'),
  set('request', null, 'payoutAccount', '500317742'),
];

/** Equipment on lease: a company's engine on its way to delivery, and a household's van that is being weighed. */
export class Equipment {
  constructor(
    private readonly cavren: Cavren,
    private readonly staff: Staff,
  ) {}

  async tell(begin: Begin): Promise<void> {
    const officer = this.staff('wren');
    const company = await begin('wren', 'gear-lease', 'Kittiwake Ice LLC', '2013-03-05', iceCompany, 'organisation');
    await toGathering(this.cavren, this.staff, company, 'wren');
    await gatherPapers(officer, company, { from: 'Quillhaven Registry', amountIs: 'Amount' });
    await company.act(officer, '/move');
    await toAgreed(this.cavren, this.staff, company, 'wren', 'sunniva');
    await toSigned(this.cavren, this.staff, company, 'wren');
    const amount = owedBefore(company.file, 'completing');
    await company.act(officer, '/receipts', { way: 'counter', amount, payer: 'Kittiwake Ice LLC', reference: 'R-2207' });
    await company.act(officer, '/equipment/accept', { itemId: company.file.leasedItems[0]?.id ?? '', serial: 'NP-90-44817', on: company.file.receivedOn });

    const household = await begin('wren', 'gear-lease', 'Loveday Marsh', '1989-08-21', vanOf);
    await toGathering(this.cavren, this.staff, household, 'wren');
    await gatherPapers(officer, household, { from: 'Quillhaven Registry', amountIs: 'Pay' });
    await household.act(officer, '/move');
  }
}

function iceCompany(company: string): DetailChange[] {
  const owner = 'demo-ice-owner';
  return [
    set('request', null, 'purpose', 'A business'),
    set('request', null, 'termMonths', 48),
    set('request', null, 'advanceOn', addDays(today(), 7)),
    set('request', null, 'downPayment', cents(9_600)),
    set('request', null, 'residual', cents(14_400)),
    set('request', null, 'paymentsDue', 'advance'),
    set('request', null, 'endChoice', 'buy'),
    set('request', null, 'optionPrice', cents(14_400)),
    ...SUPPLIER,
    add('leasedItem', {
      kind: 'cold',
      description: 'Northpole 90 flake ice plant',
      supplier: 'Tidewrack Marine Supply',
      quote: 'TMS-2291',
      price: cents(48_000),
      count: 1,
      state: 'new',
    }),
    set('person', company, 'idNumber', '47-1234609'),
    set('person', company, 'phone', '(212) 555-0351'),
    set('person', company, 'email', 'office@kittiwake.example'),
    set('person', company, 'industry', '424460'),
    set('person', company, 'employees', 6),
    set('person', company, 'turnover', cents(512_000)),
    add(
      'person',
      {
        role: 'beneficialOwner',
        fullName: 'Ottilie Brand',
        birthDate: '1976-01-30',
        idNumber: '951-27-6633',
        phone: '(212) 555-0352',
        email: 'ottilie@post.example',
        signsFor: company,
        signsHow: 'alone',
      },
      owner,
    ),
    add('stake', { ofId: company, ownerId: owner, share: 100, controls: true }),
    add('home', { personId: company, line: '2 Ice House Quay', ...HOME, since: '2013-03-05' }),
    add('account', {
      kind: 'year',
      yearEnd: day('2025-12-31'),
      monthsCovered: 12,
      revenue: cents(512_000),
      costs: cents(446_000),
      depreciation: cents(28_000),
      interest: cents(7_200),
      oneOff: cents(0),
      drawings: cents(24_000),
      cash: cents(41_000),
      receivables: cents(36_000),
      stock: cents(5_000),
      fixedAssets: cents(190_000),
      shortDebts: cents(22_000),
      longDebts: cents(84_000),
    }),
    add('livingCost', { category: 'Food and household', monthly: cents(0) }),
    ...answers(company, { bankruptcy: 'no', proceedings: 'no', stateDebt: 'no', debtsAndSupport: 'yes', loansAlongside: 'no' }),
  ];
}

function vanOf(applicant: string): DetailChange[] {
  return [
    set('request', null, 'purpose', 'A household'),
    set('request', null, 'termMonths', 36),
    set('request', null, 'advanceOn', addDays(today(), 14)),
    set('request', null, 'downPayment', cents(2_400)),
    set('request', null, 'residual', cents(7_500)),
    set('request', null, 'paymentsDue', 'arrears'),
    set('request', null, 'endChoice', 'return'),
    ...SUPPLIER,
    add('leasedItem', {
      kind: 'vehicle',
      description: 'Harrow van, long wheelbase',
      supplier: 'Harrow of Quillhaven',
      quote: 'H-1107',
      price: cents(24_000),
      count: 1,
      state: 'new',
    }),
    set('person', applicant, 'idNumber', '931-65-3163'),
    set('person', applicant, 'phone', '(212) 555-0353'),
    set('person', applicant, 'email', 'loveday@post.example'),
    add('home', { personId: applicant, line: '14 Sailmakers Row', ...HOME, since: '2018-02-01', tenure: 'rented', monthlyCost: cents(760) }),
    add('work', { personId: applicant, kind: 'employed', employer: 'Petrel Ferries', since: '2017-05-01' }),
    add('income', { personId: applicant, kind: 'wage', source: 'Petrel Ferries', amount: cents(3_900), frequency: 'monthly', since: '2017-05-01' }),
    add('livingCost', { category: 'Food and household', monthly: cents(680) }),
    ...answers(applicant, {
      resident: 'yes',
      citizen: 'yes',
      bankruptcy: 'no',
      proceedings: 'no',
      stateDebt: 'no',
      debtsAndSupport: 'yes',
      loansAlongside: 'no',
    }),
  ];
}
