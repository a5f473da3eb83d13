import type { DetailChange } from '@cavren/contract';
import { daysBetween, isoDate } from '@cavren/core';
import { nanoid } from 'nanoid';
import { add, answers, cents, NO_DECLARATIONS, PARTNER_QUALIFIED, QUALIFIED, set, day } from './changes';

/** Many sources and debts at once, and what they raise: a year to date that falls short, a deep fall of profit, a card, a debt keyed twice. */
export function thackray(applicant: string): DetailChange[] {
  const partner = nanoid();
  const home = { line: '14 Capstan Row', town: 'Quillhaven', region: 'QH', postalCode: '00412', since: '2019-04-01', tenure: 'mortgaged' };
  const since = day('2025-04-07');
  // Up to when the year’s pay comes to so much for each of its days.
  const seen = day('2026-10-31');
  const daysPaid = 1 + daysBetween(isoDate(`${seen.slice(0, 4)}-01-01`), seen);
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
    add('work', {
      personId: applicant,
      kind: 'employed',
      employer: 'Lanternside School',
      position: 'School nurse',
      since: '2016-08-15',
      until: day('2025-01-31'),
    }),
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
      yearToDate: cents(167.43 * daysPaid),
      yearToDateAt: seen,
    }),
    add('income', { personId: applicant, kind: 'overtime', source: 'Saltmeadow Clinic, nights', amount: cents(7440), monthsSeen: 18, since }),
    add('income', {
      personId: partner,
      kind: 'selfEmployed',
      source: 'Thackray Diving',
      since: '2014-03-01',
      yearEnd: day('2025-12-31'),
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
      until: day('2029-08-31'),
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
      endsOn: day('2029-06-30'),
    }),
    add('debt', { lender: 'Brackwater Motors', kind: 'vehicleLoan', owners: applicant, payment: cents(211), balance: cents(844), endsOn: day('2027-03-31') }),
    add('debt', { lender: 'Harbour Hire', kind: 'lease', owners: partner, payment: cents(94), endsOn: day('2027-02-28') }),
    add('debt', { lender: 'Brackwater motors', kind: 'vehicleLoan', owners: partner, payment: cents(211), balance: cents(844), endsOn: day('2027-03-31') }),
    add('livingCost', { category: 'Food and household', monthly: cents(540) }),
    add('livingCost', { category: 'Energy and water', monthly: cents(171) }),
    add('livingCost', { category: 'Transport and fuel', monthly: cents(145) }),
    add('asset', {
      kind: 'savings',
      description: 'Savings book, Quillhaven Mutual',
      owners: applicant,
      value: cents(16_900),
      valueOn: day('2026-11-02'),
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
    add('asset', { kind: 'securities', description: 'Shares, harbour ferry company', owners: applicant, value: cents(4800), valueOn: day('2026-06-30') }),
    ...answers(applicant, QUALIFIED),
    ...answers(partner, PARTNER_QUALIFIED),
  ];
}

/** Under another place's rules: income after tax, a stressed rate, loan-to-value. */
export function keating(applicant: string): DetailChange[] {
  const catchShare = nanoid();
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
    add('income', { personId: applicant, kind: 'catchShare', source: 'Longline Southern, crew', since: '2021-02-15' }, catchShare),
    // By hand: (155,000 − 55,000) × 6.2 % and (171,000 − 61,000) × 5.8 %, over two years.
    add('settlement', {
      incomeId: catchShare,
      season: 'Summer 2024/25',
      since: day('2024-11-01'),
      until: day('2025-03-28'),
      landed: cents(155_000),
      costs: cents(55_000),
      lay: 0.062,
    }),
    add('settlement', {
      incomeId: catchShare,
      season: 'Summer 2025/26',
      since: day('2025-11-03'),
      until: day('2026-03-27'),
      landed: cents(171_000),
      costs: cents(61_000),
      lay: 0.058,
    }),
    add('debt', { lender: 'Kea Street Finance', kind: 'creditCard', payment: cents(50), balance: cents(800), limit: cents(6000) }),
    add('livingCost', { category: 'Food and household', monthly: cents(690) }),
    add('livingCost', { category: 'Energy and water', monthly: cents(160) }),
    add('asset', { kind: 'savings', description: 'Savings account', value: cents(5200), valueOn: day('2026-11-10'), downPaymentPart: cents(2400) }),
    ...answers(applicant, { resident: 'yes', ...NO_DECLARATIONS }),
  ];
}
