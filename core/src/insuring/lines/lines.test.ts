import { SUM, SUMPRODUCT } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { astray } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { affordability } from '../../figures/affordability/index';
import { applyChanges, BLANK_ROW, whatHangsOn } from '../../file/details/index';
import { amountOf } from '../../file/permissions/index';
import type { CoverRules, LineRules, ProductDefinition } from '../../file/product/index';
import type { FileState, LineVersion } from '../../file/state/index';
import { computePath } from '../../gates/path/index';
import { offerTermsOf } from '../../gates/offering/index';
import { premiumLacks, premiumOf } from '../premium/index';
import {
  isCertified,
  lineCosts,
  lineProblems,
  linesToSend,
  linesToWithdraw,
  lineTotals,
  lineValues,
  missingLineRates,
  readLineRates,
  standingOf,
  sumProblem,
  type CoverLine,
  type Interest,
} from './index';

const shipped = shippedProduct('hull-gear');
const ON = isoDate('2026-05-01');
const AT = '2026-03-01T10:00:00.000Z';

/** Rules with round figures, so that a line can be worked by hand. */
const rules: LineRules = {
  ...(shipped.cover?.lines as LineRules),
  rates: [
    {
      code: 'round',
      source: 'made up',
      from: isoDate('2026-01-01'),
      until: null,
      rows: [
        { item: 'trap', place: 'quay', rate: 10 },
        { item: 'net', place: 'quay', rate: 8 },
        { item: 'net', place: 'roads', rate: 12.5 },
      ],
    },
  ],
  levels: [
    { code: 'half', label: 'Half of its value', share: 0.5, assistance: 0.4 },
    { code: 'most', label: 'Nine tenths', share: 0.9, assistance: 0 },
  ],
  sumMost: minor(5_000_000),
};
const line = (id: string, values: Partial<CoverLine> = {}): CoverLine => ({
  ...BLANK_ROW.coverLine,
  id,
  createdAt: AT,
  item: 'trap',
  mark: id.toUpperCase(),
  place: 'quay',
  units: 100,
  unitPrice: minor(8_000),
  share: 100,
  level: 'half',
  weeks: 52,
  agent: 'wickmoor',
  ...values,
});
const interest = (id: string, values: Partial<Interest>): Interest => ({ ...BLANK_ROW.interest, id, createdAt: AT, ...values });

function file(coverLines: CoverLine[], values: Partial<FileState> = {}, lines: LineRules = rules, product: ProductDefinition = shipped): FileState {
  const cover: CoverRules = { ...(product.cover as CoverRules), lines, fee: minor(0), discounts: [] };
  const base = sampleFile({ product: { ...product, cover }, pack: shippedPlace('us') });
  return { ...base, coverLines, request: { ...base.request, advanceOn: ON, premiumMode: 'year' }, ...values };
}

describe('a line of cover', () => {
  it('costs what its units, value, shares, rate and weeks come to, as worked by hand', () => {
    // 100 traps at $80 = $8,000; half of it is $4,000; 10 % of that is $400, of which four tenths, $160, are given.
    const [whole] = lineCosts(file([line('a')]), ON);
    expect(whole).toMatchObject({ insured: 400_000, premium: 40_000, assistance: 16_000, term: { value: 24_000 } });
    // 250.5 m of net at $33.33 = $8,349.165; 60 % insured, nine tenths covered: $4,508.5491, so $4,508.55; 12.5 % for 13 of 52 weeks: $140.8922, so $140.89.
    const [part] = lineCosts(
      file([line('b', { item: 'net', place: 'roads', units: 250.5, unitPrice: minor(3_333), share: 60, level: 'most', weeks: 13 })]),
      ON,
    );
    expect(part).toMatchObject({ insured: 450_855, premium: 14_089, assistance: 0, term: { value: 14_089 } });
  });

  it('opens down to what was keyed, the table and the rules, and adds up at every step', () => {
    const priced = file([line('a'), line('b', { item: 'net', units: 3.5, weeks: 9, level: 'most' })]);
    const premium = premiumOf(priced, ON);
    expect(premium?.lines).toHaveLength(2);
    expect([...(premium?.eachTerms ?? []), ...(premium?.lines.map(({ insuredTerm }) => insuredTerm) ?? [])].flatMap(astray)).toEqual([]);
  });

  it('says what it lacks, and of a start without rates that there are none', () => {
    expect(premiumLacks(file([]), ON)).toBe('what is covered');
    expect(premiumLacks(file([line('a', { weeks: null })]), ON)).toBe('Trap or pot “A”: weeks');
    expect(premiumLacks(file([line('a', { place: 'ashore' })]), ON)).toBe('a rate for Trap or pot “A”: the table has none for that place');
    const early = file([line('a')]);
    expect(premiumLacks({ ...early, request: { ...early.request, advanceOn: isoDate('2025-12-31') } }, ON)).toBe('rates for the day on which cover begins');
    expect(premiumOf(file([line('a'), line('b', { level: null })]), ON)).toBeNull();
  });

  it('can’t be covered beyond its whole, without units, at no value that it has, twice, or through somebody without a certificate', () => {
    const of = (values: Partial<CoverLine>, more: Partial<FileState> = {}) => {
      const one = line('a', values);
      return lineProblems(file([one], more), one, ON).map(({ field }) => field);
    };
    expect(of({})).toEqual([]);
    expect(of({ units: 0 })).toEqual(['units']);
    expect(of({ unitPrice: minor(90_000) })).toEqual(['unitPrice']);
    expect(of({ share: 0 })).toEqual(['share']);
    expect(of({ share: 60 }, { interests: [interest('i', { kind: 'owner', share: 40 })] })).toEqual([]);
    expect(of({ share: 60 }, { interests: [interest('i', { kind: 'owner', share: 40.01 })] })).toEqual(['share']);
    // Who lent on it is paid from a loss, and owns nothing of it.
    expect(of({}, { interests: [interest('i', { kind: 'lender', share: 100 })] })).toEqual([]);
    // Of another line.
    expect(of({ share: 100 }, { interests: [interest('i', { kind: 'owner', share: 40, lineId: 'b' })] })).toEqual([]);
    expect(of({ agent: 'gannet' })).toEqual(['agent']);
    expect(of({ agent: 'brant', place: 'roads', item: 'net', unitPrice: minor(500) })).toEqual(['agent']);
    const twins = [line('a', { mark: 'Buoy 7' }), line('b', { mark: ' buoy 7' })];
    expect(twins.map((one) => lineProblems(file(twins), one, ON).length)).toEqual([0, 1]);
    expect(isCertified(rules, 'gannet', 'quay', isoDate('2026-03-31'))).toBe(true);
    expect(isCertified(rules, 'gannet', 'quay', isoDate('2026-04-01'))).toBe(false);
  });
});

describe('all lines', () => {
  const some = fc.array(
    fc.record({
      item: fc.constantFrom('trap', 'net'),
      units: fc.integer({ min: 1, max: 99_999 }).map((units) => units / 100),
      unitPrice: fc.integer({ min: 1, max: 500_000 }).map(minor),
      share: fc.integer({ min: 1, max: 10_000 }).map((share) => share / 100),
      level: fc.constantFrom('half', 'most'),
      weeks: fc.integer({ min: 1, max: 52 }),
    }),
    { minLength: 1, maxLength: 20 },
  );

  it('come to what a spreadsheet adds up, in all and by level', () => {
    fc.assert(
      fc.property(some, (made) => {
        const priced = file(made.map((values, at) => line(`l${at}`, values)));
        const costs = lineCosts(priced, ON).flatMap((cost) => cost ?? []);
        const totals = lineTotals(priced, ON);
        expect(totals.insured).toBe(SUM(costs.map(({ insured }) => insured)));
        expect(totals.premium).toBe(SUM(costs.map(({ premium }) => premium)));
        const atHalf = priced.coverLines.map(({ level }) => (level === 'half' ? 1 : 0));
        const half = totals.levels.find(({ code }) => code === 'half');
        expect(half?.assistance ?? 0).toBe(
          SUMPRODUCT(
            costs.map(({ assistance }) => assistance),
            atHalf,
          ),
        );
        expect(premiumOf(priced, ON)?.yearly).toBe(totals.premium - totals.assistance);
      }),
    );
  });

  it('never cost less for more units, value, share or weeks', () => {
    fc.assert(
      fc.property(some, fc.constantFrom('units', 'unitPrice', 'share', 'weeks'), (made, field) => {
        const [first] = made;
        if (!first) return;
        const more = { ...first, [field]: field === 'share' ? 100 : field === 'weeks' ? 52 : first[field] * 2 };
        const costOf = (values: typeof first) => lineCosts(file([line('a', values)]), ON)[0]?.term.value ?? -1;
        expect(costOf(more)).toBeGreaterThanOrEqual(costOf(first));
      }),
    );
  });

  it('are the sum insured, the assistance and what authority goes by, and are offered line by line', () => {
    const priced = file([line('a'), line('b', { item: 'net', unitPrice: minor(1_000) })]);
    const { figures } = affordability(priced, ON);
    const of = (measure: string) => figures.find((figure) => figure.measure === measure)?.value;
    expect([of('benefits'), of('assistance'), of('premiumYear')]).toEqual([450_000, 17_600, 26_400]);
    expect(amountOf(priced)).toBe(900_000);
    const offer = offerTermsOf(priced, ON);
    expect(offer).toMatchObject({ amount: 450_000, payment: 26_400, insured: [{ insured: 400_000 }, { insured: 50_000 }] });
    expect(offer.insured?.[0]?.line).toBe('Trap or pot “A”');
  });

  it('can’t be more than the product’s sum', () => {
    const { cover } = shipped;
    const over = file([line('a', { units: 1_251 })]);
    expect(sumProblem(over, { ...(cover as CoverRules), lines: rules }, ON)).toBe('$50,040.00 are to be covered in all, and at most $50,000.00 can be');
    expect(computePath(over, ON).entries.some(({ key }) => key === 'lines:sum')).toBe(true);
    expect(sumProblem(file([line('a', { units: 1_250 })]), { ...(cover as CoverRules), lines: rules }, ON)).toBeNull();
  });
});

describe('a line that went to the issuing system', () => {
  const sent = (of: FileState, one: CoverLine, values: Partial<LineVersion> = {}): LineVersion => ({
    lineId: one.id,
    version: 1,
    state: 'accepted',
    values: lineValues(of, one),
    number: 'QL-1',
    faults: [],
    sentAt: AT,
    sentBy: 'Wren',
    answeredAt: AT,
    ...values,
  });

  it('stands as that says, and is being entered as its next version once anything of it is changed', () => {
    const one = line('a');
    const before = file([one]);
    expect(standingOf(before, one)).toMatchObject({ state: 'entered', version: 1 });
    const accepted = { ...before, lineVersions: [sent(before, one)] };
    expect(standingOf(accepted, one)).toMatchObject({ state: 'accepted', version: 1, number: 'QL-1' });
    const other = { ...one, units: 101 };
    expect(standingOf({ ...accepted, coverLines: [other] }, other)).toMatchObject({ state: 'entered', version: 2, number: 'QL-1' });
    // So does somebody else's interest in it, and one in another line doesn't.
    const joined = { ...accepted, interests: [interest('i', { who: 'Cato Brightwater', kind: 'owner', share: 10 })] };
    expect(standingOf(joined, one).state).toBe('entered');
    expect(standingOf({ ...accepted, interests: [interest('i', { lineId: 'other', share: 10 })] }, one).state).toBe('accepted');
    expect(linesToSend(joined)).toEqual([one]);
  });

  it('puts on the Path what is to be sent, what waits, and what was rejected at its field', () => {
    const [a, b, c] = [line('a'), line('b'), line('c')];
    const base = file([a, b, c]);
    const some = {
      ...base,
      lineVersions: [
        sent(base, b, { state: 'sent', number: null, answeredAt: null }),
        sent(base, c, { state: 'rejected', number: null, faults: [{ field: 'unitPrice', what: 'A survey is needed' }] }),
      ],
    };
    const entries = computePath(some, ON).entries.filter(({ key }) => key.startsWith('lines:'));
    expect(entries.map(({ key, holder, place }) => [key, holder, place.anchor])).toEqual([
      // What came back presses before anything else.
      ['lines:rejected:unitPrice:c', 'officer', 'c.unitPrice'],
      ['lines:send', 'officer', 'send-lines'],
      ['lines:sent', 'service', 'send-lines'],
    ]);
    expect(entries[0]?.what).toBe('Trap or pot “C”: A survey is needed');
  });

  it('is taken out there too once it is taken out here, with the interests in it', () => {
    const [a, b] = [line('a'), line('b')];
    const base = { ...file([a, b]), interests: [interest('i', { lineId: 'a', share: 5 }), interest('j', { share: 5 })] };
    const known = { ...base, lineVersions: [sent(base, a), sent(base, b, { number: null, state: 'rejected' })] };
    const gone = applyChanges(
      known,
      [...whatHangsOn(known, 'coverLine', 'a'), { op: 'remove', entity: 'coverLine', id: 'a' }, { op: 'remove', entity: 'coverLine', id: 'b' }],
      AT,
    );
    expect(gone.interests.map(({ id }) => id)).toEqual(['j']);
    // What was never accepted isn't known there.
    expect(linesToWithdraw(gone).map(({ lineId }) => lineId)).toEqual(['a']);
    expect(linesToWithdraw({ ...gone, lineVersions: [sent(base, a, { state: 'withdrawn' })] })).toEqual([]);
  });
});

describe('rates of lines', () => {
  const read = (csv: string) => {
    const [head = '', ...rows] = csv.split('\n');
    const columns = head.split(',');
    return readLineRates(
      columns,
      rows.map((row) => Object.fromEntries(row.split(',').map((value, at) => [columns[at] ?? '', value]))),
    );
  };
  it('are refused by line, and used whole or not at all', () => {
    expect(read('item,place,rate\ntrap,quay,9.5').rows).toEqual([{ item: 'trap', place: 'quay', rate: 9.5 }]);
    const { rows, problems } = read('item,place,rate\ntrap,quay,0\n,quay,3\ntrap,quay,2\nnet,quay,101');
    expect(rows).toEqual([]);
    expect(problems).toEqual([
      'line 2: rate is no number above zero',
      'line 3: item or place is empty',
      'line 4: trap in quay has two rates',
      'line 5: rate is no number above zero',
    ]);
    expect(read('item,place,price\ntrap,quay,9').problems).toEqual(['line 1: the column rate is missing', 'line 1: there is no column price']);
  });
  it('ship for everything that can be chosen', () => {
    const ours = shipped.cover?.lines as LineRules;
    expect(ours.rates.flatMap((table) => missingLineRates(table, ours))).toEqual([]);
    expect(missingLineRates({ rows: [] }, { items: ours.items.slice(0, 1), places: ours.places.slice(0, 1) })).toEqual(['hull-timber in inner']);
  });
});
