import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { astray } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { AssistanceTable, CoverRules, ProductDefinition } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { BLANK_ROW } from '../../file/details/index';
import { guidelineFor } from '../../means/living/index';
import { computePath } from '../../gates/path/index';
import { premiumOf } from '../premium/index';
import { pack, person, product, sampleFile } from '../../../test/sample';
import {
  applicablePercentage,
  assistanceKey,
  assistanceLacks,
  assistanceOf,
  assistanceStanding,
  barToPlan,
  figuresOfAssistance,
  taxHouseholdOf,
} from './index';

const TODAY = isoDate('2026-03-02');
const at = '2026-03-02T08:00:00.000Z';
const cents = (amount: number) => minor(Math.round(amount * 100));
const GUIDELINE = {
  year: 2025,
  source: 'guideline',
  states: { '*': { first: cents(15_650), each: cents(5_500) }, AK: { first: cents(19_550), each: cents(6_880) } },
};
const TABLE: AssistanceTable = {
  year: 2026,
  source: 'a table',
  guideline: GUIDELINE,
  from: 1,
  upTo: 4,
  bands: [
    { from: 0, below: 1.33, first: 0.021, last: 0.021 },
    { from: 1.33, below: 1.5, first: 0.0314, last: 0.0419 },
    { from: 1.5, below: 2, first: 0.0419, last: 0.066 },
    { from: 2, below: 2.5, first: 0.066, last: 0.0844 },
    { from: 2.5, below: 3, first: 0.0844, last: 0.0996 },
    { from: 3, below: 4, first: 0.0996, last: 0.0996 },
  ],
  affordable: 0.0996,
};
const ages = [
  { from: 0, to: 20, rate: 2400 },
  { from: 21, to: 44, rate: 3600 },
  { from: 45, to: 120, rate: 6000.5 },
];
const cover: CoverRules = {
  rates: [
    {
      code: 'care',
      source: 'rates',
      from: isoDate('2026-01-01'),
      until: null,
      rows: ages.map(({ from, to, rate }) => ({ class: 'all', ageFrom: from, ageTo: to, waitingDays: 0, benefitMonths: 0, rate })),
    },
  ],
  plans: [
    { code: 'low', label: 'Low', factor: 0.7, says: '', leavesOut: [], level: 'low' },
    { code: 'first', label: 'First', factor: 0.9, says: '', leavesOut: [], level: 'middle' },
    { code: 'second', label: 'Second', factor: 1, says: '', leavesOut: [], level: 'middle' },
    { code: 'third', label: 'Third', factor: 1.1, says: '', leavesOut: [], level: 'middle' },
  ],
  waitingDays: [],
  benefitMonths: [],
  occupations: [],
  age: 'lastBirthday',
  ages: { least: 0, most: 120 },
  benefit: null,
  childrenCharged: { under: 21, most: 3 },
  tobacco: 0.2,
  bodyMass: [],
  discounts: [],
  discountsMost: 0,
  fee: cents(0),
  modes: [
    { code: 'month', label: 'monthly', perYear: 12, factor: 1 },
    { code: 'quarter', label: 'quarterly', perYear: 4, factor: 1 },
  ],
  taxed: false,
  riders: [],
  enrolment: [],
  health: null,
  underwriting: null,
  policy: { freeLookDays: 10, firstPremium: 'before', lapseDays: 30, claim: '', shortRate: null },
  lines: null,
  replacement: null,
  earnings: null,
  assistance: {
    benchmark: { level: 'middle', rank: 2 },
    notCounted: ['support', 'fosterCare'],
    deductions: [{ code: 'retirement', label: 'Retirement' }],
    why: 'by income',
  },
};
const care: ProductDefinition = {
  ...product,
  line: 'insurance',
  cover,
  costs: null,
  route: ['details', 'checking', 'gathering', 'deciding', 'completing', 'done'],
};

const one = (id: string, values: Partial<FileState['people'][number]> = {}) => person({ id, birthDate: isoDate('1990-05-05'), otherCover: 'none', ...values });
const covers = (...ids: string[]): FileState['covers'] =>
  ids.map((id) => ({ ...BLANK_ROW.cover, id: `cover-${id}`, createdAt: at, personId: id, plan: 'second', tobacco: 'no' }));
const wage = (id: string, personId: string, monthly: number, values: Partial<FileState['incomes'][number]> = {}): FileState['incomes'][number] => ({
  ...BLANK_ROW.income,
  id,
  createdAt: at,
  personId,
  kind: 'wage',
  source: 'Saltmeadow Clinic',
  amount: cents(monthly),
  frequency: 'monthly',
  ...values,
});
function household(values: Partial<FileState> = {}): FileState {
  const base = sampleFile({
    product: care,
    pack: { ...pack, assistance: [TABLE] },
    people: [
      one('ada', { role: 'applicant', filingStatus: 'jointly' }),
      one('bo', { role: 'householdMember', filingStatus: 'jointly' }),
      one('cy', { role: 'dependant', birthDate: isoDate('2015-02-01'), claimedBy: 'ada' }),
    ],
    relations: [{ id: 'r', createdAt: at, personId: 'bo', toId: 'ada', kind: 'spouse' }],
    incomes: [wage('i', 'ada', 4_000)],
    covers: covers('ada', 'bo', 'cy'),
    homes: [],
    ...values,
  });
  return { ...base, request: { ...base.request, advanceOn: isoDate('2026-04-01'), premiumMode: 'month', assistance: 'asked', ...values.request } };
}

describe('the applicable percentage', () => {
  // The table of 26 CFR 1.36B-3(g)(2) as it first stood, and the two examples of (g)(3), from memory.
  const first: Pick<AssistanceTable, 'bands'> = {
    bands: [
      { from: 0, below: 1.33, first: 0.02, last: 0.02 },
      { from: 1.33, below: 1.5, first: 0.03, last: 0.04 },
      { from: 1.5, below: 2, first: 0.04, last: 0.063 },
      { from: 2, below: 2.5, first: 0.063, last: 0.0805 },
      { from: 2.5, below: 3, first: 0.0805, last: 0.095 },
      { from: 3, below: 4, first: 0.095, last: 0.095 },
    ],
  };
  it.each([
    [2.75, 0.0878],
    [2.1, 0.0665],
    [1.32, 0.02],
    [1.33, 0.03],
    [3, 0.095],
    [4, 0.095],
  ])('of %d times the guideline is %d', (share, part) => expect(applicablePercentage(first, new Decimal(share))).toBe(part));
  it('is unknown beyond the last band', () => expect(applicablePercentage(first, new Decimal('4.000001'))).toBeNull());
  it('never falls as income rises', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 399_000 }), fc.integer({ min: 0, max: 1000 }), (thousandth, more) => {
        const of = (at: number) => applicablePercentage(TABLE, new Decimal(at).div(100_000)) ?? NaN;
        expect(of(thousandth + more)).toBeGreaterThanOrEqual(of(thousandth));
      }),
    ));
});

describe('the guideline', () => {
  // Federal poverty guidelines of 2025, 48 states and Alaska, from memory.
  it.each([
    [null, 1, 15_650],
    ['ME', 4, 32_150],
    ['AK', 3, 33_310],
  ])('in %s for %d', (region, size, dollars) => expect(guidelineFor(GUIDELINE, region, size)).toBe(cents(dollars)));
  it('is of somebody', () => expect(guidelineFor(GUIDELINE, null, 0)).toBeNull());
});

describe('who files together', () => {
  it('is the couple that files jointly, and whom they claim', () => {
    const found = taxHouseholdOf(household());
    expect('members' in found && found.members.map(({ id }) => id)).toEqual(['ada', 'bo', 'cy']);
  });
  it('is the household of who claims the applicant', () => {
    const file = household({
      people: [one('ada', { role: 'applicant', claimedBy: 'dot' }), one('dot', { role: 'householdMember', filingStatus: 'headOfHousehold' })],
    });
    const found = taxHouseholdOf(file);
    expect('members' in found && found.members.map(({ id }) => id)).toEqual(['dot', 'ada']);
  });
  it.each<[string, Partial<FileState>, string]>([
    ['a spouse who isn’t there', { relations: [] }, 'assistance.withWhomFiles'],
    [
      'a spouse who files apart',
      { people: [one('ada', { role: 'applicant', filingStatus: 'jointly' }), one('bo', { role: 'householdMember', filingStatus: 'single' })] },
      'assistance.filesJointlyToo',
    ],
    ['nothing said', { people: [one('ada', { role: 'applicant' })] }, 'assistance.howFiles'],
    [
      'a claimer who is claimed',
      {
        people: [
          one('ada', { role: 'applicant', claimedBy: 'bo' }),
          one('bo', { role: 'householdMember', claimedBy: 'cy' }),
          one('cy', { role: 'householdMember' }),
        ],
      },
      'assistance.claimsAndIsClaimed',
    ],
  ])('waits with %s', (_, values, code) => {
    const lack = assistanceLacks(household(values), TODAY);
    expect(typeof lack?.what === 'object' && lack.what.say).toBe(code);
  });
});

describe('what is given', () => {
  it('is the second cheapest plan of the level beyond what is expected, by hand', () => {
    const given = assistanceOf(household(), TODAY);
    // 48,000 a year over 26,650 for three is 180.11 %: 4.19 + 2.41 × (0.301126 ÷ 0.5) = 5.64 % (rounded), 2,707.20 a year, 225.60 a month.
    expect(given?.income.value).toBe(cents(48_000));
    expect(given?.guideline.value).toBe(cents(26_650));
    expect(given?.share.value).toBe(1.801126);
    expect(given?.percentage?.value).toBe(0.0564);
    expect(given?.expected?.value).toBe(cents(225.6));
    // Two at 3,600 and a child at 2,400: 800 a month.
    expect(given?.benchmark).toMatchObject({ plan: 'Second', term: { value: cents(800) } });
    expect(given?.most.value).toBe(cents(574.4));
    expect(given?.amount?.value).toBe(cents(574.4));
  });
  it('is never more than the plans cost that were chosen', () => {
    const cheap = household({ incomes: [wage('i', 'ada', 2_400)], covers: covers('ada', 'bo', 'cy').map((row) => ({ ...row, plan: 'low' })) });
    const given = assistanceOf(cheap, TODAY);
    expect(given?.most.value).toBeGreaterThan(cents(560));
    expect(given?.amount?.value).toBe(cents(560));
    expect(premiumOf(cheap, TODAY)?.each).toBe(0);
  });
  it('takes off each payment what its months are given', () => {
    const file = household();
    expect(premiumOf(file, TODAY)).toMatchObject({ net: cents(800), assistance: cents(574.4), each: cents(225.6) });
    const quarterly = premiumOf({ ...file, request: { ...file.request, premiumMode: 'quarter' } }, TODAY);
    expect(quarterly).toMatchObject({ net: cents(2_400), assistance: cents(1_723.2), each: cents(676.8) });
    expect(quarterly?.eachTerms.flatMap((term) => astray(term))).toEqual([]);
  });
  it('charges the three oldest under 21 only', () => {
    const children = [2010, 2012, 2014, 2016].map((year) => one(`k${year}`, { role: 'dependant', claimedBy: 'ada', birthDate: isoDate(`${year}-01-01`) }));
    const file = household();
    const large = household({ people: [...file.people.slice(0, 2), ...children], covers: covers('ada', ...children.map(({ id }) => id)) });
    expect(premiumOf(large, TODAY)?.net).toBe(cents((3_600 + 3 * 2_400) / 12));
    expect(premiumOf(large, TODAY)?.persons.find(({ personId }) => personId === 'k2016')?.term.value).toBe(0);
  });
  it.each<[string, (file: FileState) => FileState, string | null]>([
    [
      'somebody outside the household',
      (file) => ({ ...file, people: file.people.map((p) => (p.id === 'cy' ? { ...p, claimedBy: null } : p)) }),
      'assistance.notInHousehold',
    ],
    ['a public cover', (file) => ({ ...file, people: file.people.map((p) => (p.id === 'cy' ? { ...p, otherCover: 'public' } : p)) }), 'assistance.publicCover'],
    // 9.96 % of 48,000 is 398.40 a month.
    [
      'an affordable cover of an employer',
      (file) => ({ ...file, people: file.people.map((p) => (p.id === 'cy' ? { ...p, otherCover: 'employer', employerCost: cents(398.4) } : p)) }),
      'assistance.employerAffordable',
    ],
    [
      'one that is not',
      (file) => ({ ...file, people: file.people.map((p) => (p.id === 'cy' ? { ...p, otherCover: 'employer', employerCost: cents(398.41) } : p)) }),
      null,
    ],
  ])('leaves out %s', (_, change, code) => {
    const given = assistanceOf(change(household()), TODAY);
    const why = given?.covered.find(({ personId }) => personId === 'cy')?.why ?? null;
    expect(typeof why === 'object' && why !== null ? why.say : why).toBe(code);
    expect(given?.benchmark?.term.value).toBe(code === null ? cents(800) : cents(600));
  });
  it.each([
    ['too little', 26_650 / 12 - 1, 'assistance.belowGuideline'],
    ['too much', (4 * 26_650) / 12 + 1, 'assistance.beyondGuideline'],
  ])('is nothing with %s', (_, monthly, code) => {
    const given = assistanceOf(household({ incomes: [wage('i', 'ada', monthly)] }), TODAY);
    const why = given?.covered[0]?.why;
    expect(typeof why === 'object' && why !== null && why.say).toBe(code);
    expect(given?.most.value).toBe(0);
  });
  it('is nothing to who is married and files apart', () => {
    const file = household({ people: [one('ada', { role: 'applicant', filingStatus: 'separately' })], covers: covers('ada') });
    expect(assistanceOf(file, TODAY)?.most.value).toBe(0);
  });
});

describe('the year', () => {
  it('counts each source over its days, changes and deductions, and of a child only where it files', () => {
    const file = household({
      incomes: [
        wage('i', 'ada', 3_650, { until: isoDate('2026-06-30') }),
        wage('j', 'bo', 1_000),
        wage('k', 'cy', 500),
        { ...wage('l', 'bo', 700), kind: 'support' },
      ],
      yearChanges: [{ id: 'c', createdAt: at, personId: 'bo', what: 'Hours cut', direction: 'less', monthly: cents(365), since: isoDate('2026-07-01') }],
      deductions: [{ id: 'd', createdAt: at, personId: 'ada', code: 'retirement', yearly: cents(1_200) }],
    });
    // 181 of 365 days of 43,800; 12,000 less 184 days of 4,380.
    const expected = (43_800 * 181) / 365 - 1_200 + 12_000 - (4_380 * 184) / 365;
    expect(assistanceOf(file, TODAY)?.income.value).toBe(cents(expected));
    const files = { ...file, people: file.people.map((p) => (p.id === 'cy' ? { ...p, mustFile: true } : p)) };
    expect(assistanceOf(files, TODAY)?.income.value).toBe(cents(expected + 6_000));
  });
  it('takes profits as they are taxed, and never less than nothing', () => {
    const trade = {
      ...wage('i', 'ada', 0),
      kind: 'selfEmployed' as const,
      amount: null,
      frequency: null,
      profitLatest: cents(-5_000),
      profitBefore: cents(9_000),
    };
    expect(assistanceOf(household({ incomes: [trade] }), TODAY)?.income.value).toBe(0);
    const good = { ...trade, profitLatest: cents(52_000), addBackLatest: cents(9_000) };
    expect(assistanceOf(household({ incomes: [good] }), TODAY)?.income.value).toBe(cents(52_000));
  });
});

const files = fc
  .record({
    monthly: fc.integer({ min: 0, max: 12_000 }),
    partner: fc.integer({ min: 0, max: 6_000 }),
    size: fc.integer({ min: 1, max: 6 }),
    plan: fc.constantFrom('low', 'first', 'second', 'third'),
    ages: fc.array(fc.integer({ min: 1950, max: 2024 }), { minLength: 6, maxLength: 6 }),
    tobacco: fc.boolean(),
  })
  .map(({ monthly, partner, size, plan, ages: born, tobacco }) => {
    const file = household();
    const children = Array.from({ length: size }, (_, n) =>
      one(`k${n}`, { role: 'dependant', claimedBy: 'ada', birthDate: isoDate(`${born[n] ?? 2000}-01-01`) }),
    );
    return household({
      people: [...file.people.slice(0, 2), ...children],
      covers: covers('ada', 'bo', ...children.map(({ id }) => id)).map((row) => ({ ...row, plan, tobacco: tobacco ? 'yes' : 'no' })),
      incomes: [wage('i', 'ada', monthly), wage('j', 'bo', partner)],
    });
  });

describe('of every household', () => {
  it('opens to what was keyed, and is between nothing and what the plans cost', () =>
    fc.assert(
      fc.property(files, (file) => {
        const given = assistanceOf(file, TODAY);
        const premium = premiumOf(file, TODAY);
        expect(given && premium).toBeTruthy();
        if (!given || !premium) return;
        expect([given.most, given.amount, given.share, given.income].flatMap((term) => (term ? astray(term) : []))).toEqual([]);
        expect(given.amount?.value).toBeLessThanOrEqual(premium.net);
        expect(premium.each).toBeGreaterThanOrEqual(0);
        expect(premium.eachTerms.flatMap((term) => astray(term))).toEqual([]);
      }),
    ));
  it('leaves nobody with less for earning more, but at the table’s own steps', () =>
    fc.assert(
      fc.property(files, fc.integer({ min: 1, max: 300 }), (file, more) => {
        const richer = { ...file, incomes: file.incomes.map((row) => (row.id === 'i' ? { ...row, amount: minor((row.amount ?? 0) + more * 100) } : row)) };
        const [before, after] = [file, richer].map((each) => ({ given: assistanceOf(each, TODAY), premium: premiumOf(each, TODAY) }));
        if (!before?.given || !after?.given || !before.premium || !after.premium) throw new Error('worked');
        const steps = [1, 1.33, 4];
        const [a, b] = [before.given.share.value, after.given.share.value];
        if (steps.some((step) => a <= step && b >= step)) return;
        const left = (side: typeof before) => (side.given?.income.value ?? 0) - 12 * (side.premium?.each ?? 0);
        expect(left(after)).toBeGreaterThanOrEqual(left(before));
      }),
    ));
});

describe('the result', () => {
  const given = (file: FileState, readAt: string | null): FileState => {
    const worked = assistanceOf(file, TODAY);
    if (!worked) throw new Error('worked');
    return {
      ...file,
      assistanceResult: {
        id: 'x',
        figures: figuresOfAssistance(worked),
        givenAt: at,
        givenBy: 'Wren',
        readAt,
        readBy: readAt,
        readHow: readAt ? 'byPhone' : null,
      },
    };
  };
  const entries = (file: FileState) => computePath(file, TODAY).entries.filter(({ key }) => key.startsWith('assistance:'));
  it('is given, read, and given again once it says something else', () => {
    const file = household();
    expect(assistanceStanding(file, assistanceOf(file, TODAY))).toBe('toGive');
    expect(entries(file)).toMatchObject([{ key: 'assistance:give', gate: 'details', holder: 'officer' }]);
    expect(barToPlan(file)).not.toBeNull();
    const toRead = given(file, null);
    expect(assistanceStanding(toRead, assistanceOf(toRead, TODAY))).toBe('toRead');
    expect(entries(toRead)).toMatchObject([{ key: 'assistance:read', holder: 'applicant', personId: 'ada' }]);
    expect(barToPlan(toRead)).not.toBeNull();
    const read = given(file, at);
    expect(assistanceStanding(read, assistanceOf(read, TODAY))).toBe('read');
    expect(entries(read)).toEqual([]);
    expect(barToPlan(read)).toBeNull();
    const changed = { ...read, incomes: [wage('i', 'ada', 4_100)] };
    expect(assistanceStanding(changed, assistanceOf(changed, TODAY))).toBe('toGive');
    expect(entries(changed)).toMatchObject([{ key: 'assistance:give' }]);
  });
  it('is the same whichever plan is chosen', () => {
    const keyOf = (file: FileState) => assistanceKey(figuresOfAssistance(assistanceOf(file, TODAY) as NonNullable<ReturnType<typeof assistanceOf>>));
    const file = household();
    expect(keyOf({ ...file, covers: file.covers.map((row) => ({ ...row, plan: 'low' })) })).toBe(keyOf(file));
  });
  it('doesn’t press where assistance isn’t asked for, and does until that is said', () => {
    const file = household();
    expect(entries({ ...file, request: { ...file.request, assistance: 'none' } })).toEqual([]);
    expect(barToPlan({ ...file, request: { ...file.request, assistance: 'none' } })).toBeNull();
    expect(entries({ ...file, request: { ...file.request, assistance: null } })).toMatchObject([{ key: 'assistance:asked' }]);
  });
  it('has what somebody earns shown within the days of the product, and presses after them', () => {
    const rule = { code: 'year', subject: 'assistance' as const, label: 'Income of the year', acceptable: ['a return'], why: '', within: 95 };
    const file = given(household({ product: { ...care, conditions: [rule] } }), at);
    const asked = (today: string) => computePath(file, isoDate(today)).entries.filter(({ key }) => key.startsWith('condition:year:'));
    expect(asked('2026-03-02')).toMatchObject([{ key: 'condition:year:ada', gate: 'done', due: '2026-06-05' }]);
    expect(asked('2026-06-05').map(({ gate }) => gate)).toEqual(['done']);
    expect(asked('2026-06-06').map(({ gate }) => gate)).toEqual(['gathering']);
  });
});
