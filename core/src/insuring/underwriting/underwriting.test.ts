import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { CoverRules, UnderwritingRules } from '../../file/product/index';
import { aCover, sampleFile, shippedPlace, shippedProduct, person, TODAY } from '../../../test/sample';
import type { Cover } from '../cover/index';
import { isOpenEnrolled, windowOf } from '../enrolment/index';
import { healthAsked, healthAskedOf, healthLacks, healthStanding, NO_DETAILS, type HealthAnswer } from '../health/index';
import { premiumOf } from '../premium/index';
import { computePath } from '../../gates/path/index';
import { assess, barToUnderwrite, overrules, underwritingOf, underwrittenOf, type Underwritten } from './index';

const product = shippedProduct('crew-cover');
const rules = product.cover as CoverRules;
const manual = rules.underwriting as UnderwritingRules;
const health = rules.health as NonNullable<CoverRules['health']>;
const yes = (question: string, values: Partial<HealthAnswer> = {}): HealthAnswer => ({ ...NO_DETAILS, question, answer: 'yes', ...values });
const no = (question: string): HealthAnswer => ({ ...NO_DETAILS, question, answer: 'no' });
const allNo = health.questions.filter(({ follows }) => !follows).map(({ code }) => no(code));
const said = (...answers: HealthAnswer[]): HealthAnswer[] => [...answers, ...allNo.filter(({ question }) => !answers.some((one) => one.question === question))];
const cover = (values: Partial<Cover> = {}): Cover => aCover({ id: 'c1', occupation: 'skipper', height: 175, weight: 80, ...values });
const file = (values: Parameters<typeof sampleFile>[0] = {}) =>
  sampleFile({
    product,
    pack: shippedPlace('nz'),
    covers: [cover()],
    request: { ...sampleFile().request, advanceOn: isoDate('2026-04-01'), premiumMode: 'year' },
    ...values,
  });

describe('questions about health', () => {
  it('come in their order, a follow-up only after its answer, and nothing after a knock-out', () => {
    const codes = (answers: HealthAnswer[]) => healthAsked(health, answers).map(({ code }) => code);
    expect(codes([])).not.toContain('heartMedication');
    expect(codes([yes('heart')]).slice(0, 3)).toEqual(['unableNow', 'heart', 'heartMedication']);
    expect(codes([yes('unableNow')])).toEqual(['unableNow']);
    expect(healthStanding(health, [yes('unableNow')])).toMatchObject({ state: 'barred', next: null, bar: { code: 'unableNow' } });
  });
  it('are open until every detail of a yes is there', () => {
    expect(healthStanding(health, []).next?.code).toBe('unableNow');
    const half = said(yes('back', { since: '2024-05' }));
    expect(healthStanding(health, half)).toMatchObject({ state: 'open', next: { code: 'back' } });
    const question = health.questions.find(({ code }) => code === 'back');
    expect(question && healthLacks(question, half[0] as HealthAnswer)).toEqual(['words']);
    expect(healthStanding(health, said(yes('back', { since: '2024-05', words: 'lower back' }))).state).toBe('complete');
  });
  it('an answer that is no more asked for counts for nothing', () => {
    // The follow-up was answered, and then its question with no.
    const made = assess(rules, manual, cover({ occupation: 'skipper' }), said(no('heart'), yes('heartMedication')), TODAY);
    expect(made.lines.some(({ points }) => points === 10)).toBe(false);
  });
});

describe('the manual', () => {
  it('adds debits and credits up to a class, by hand', () => {
    // Index 26.1: none; tobacco 25; class C 10; heart 45 and what they take 10: 90 points, which is “High”, twice the premium.
    const made = assess(
      rules,
      manual,
      cover({ tobacco: 'yes', occupation: 'deckhand' }),
      said(yes('heart', { since: '2023-01', words: 'pressure', physician: 'Dr Tern' }), yes('heartMedication', { medications: [] })),
      TODAY,
    );
    expect(made).toMatchObject({ points: 90, class: 'High', outcome: 'loaded', loading: 1, exclusions: [], refer: [] });
    // Index 21.2 gives a credit of 5, ashore another: never below nothing.
    expect(assess(rules, manual, cover({ weight: 65, occupation: 'office' }), said(), TODAY)).toMatchObject({
      points: 0,
      class: 'Standard',
      outcome: 'standard',
    });
  });
  it('leaves out, postpones, refers and declines', () => {
    const back = assess(rules, manual, cover(), said(yes('back', { since: '2024-05', words: 'lower back' })), TODAY);
    expect(back).toMatchObject({ outcome: 'excluded', exclusions: ['Time off work for the back, neck and joints'] });
    const surgery = (since: string) => assess(rules, manual, cover(), said(yes('surgery', { since, words: 'knee', physician: 'Dr Tern' })), TODAY);
    expect(surgery('2026-01')).toMatchObject({ outcome: 'postponed', postponedUntil: '2026-07-01' });
    expect(surgery('2025-09').outcome).toBe('standard');
    expect(assess(rules, manual, cover(), said(yes('mind', { since: '2022-01', physician: 'Dr Tern' })), TODAY)).toMatchObject({ loading: 0.25, refer: [{}] });
    const everything = assess(
      rules,
      manual,
      cover({ weight: 125, tobacco: 'yes', occupation: 'deckhand' }),
      said(yes('heart', { since: '2023-01', words: 'x', physician: 'y' })),
      TODAY,
    );
    expect(everything).toMatchObject({ outcome: 'declined', loading: 0, exclusions: [], postponedUntil: null });
    expect(assess(rules, manual, cover({ height: null }), said(), TODAY).refer).toHaveLength(1);
  });
  it('never takes points off for a yes', () => {
    fc.assert(
      fc.property(
        fc.subarray(health.questions.map(({ code }) => code)),
        fc.integer({ min: 40, max: 160 }),
        fc.constantFrom('yes', 'no'),
        (codes, weight, tobacco) => {
          const row = cover({ weight, tobacco });
          const before = assess(rules, manual, row, said(), TODAY).points;
          expect(assess(rules, manual, row, said(...codes.map((code) => yes(code, { since: '2024-01' }))), TODAY).points).toBeGreaterThanOrEqual(before);
        },
      ),
    );
  });
});

describe('who underwrites', () => {
  const standard: Underwritten = { outcome: 'standard', loading: 0, perMille: 0, exclusions: [], postponedUntil: null };
  const loaded = assess(rules, manual, cover({ tobacco: 'yes', occupation: 'deckhand' }), said(), TODAY);
  it('follows the manual without a word, and goes another way with one', () => {
    expect(loaded).toMatchObject({ outcome: 'loaded', loading: 0.25 });
    const asManual = { ...standard, outcome: 'loaded' as const, loading: 0.25 };
    expect(overrules(asManual, loaded)).toBe(false);
    expect(barToUnderwrite({ ...asManual, reason: null }, loaded, {})).toBeNull();
    expect(barToUnderwrite({ ...asManual, loading: 0.5, reason: null }, loaded, null)).toMatchObject({ say: 'underwriting.sayWhyOtherwise' });
    expect(barToUnderwrite({ ...asManual, loading: 0.5, reason: 'Two accidents' }, loaded, { insurance: { amount: minor(1), exceptions: false } })).toBeNull();
  });
  it('needs authority to be milder', () => {
    const milder = { ...standard, reason: 'Stopped last month' };
    const without = { insurance: { amount: minor(1), exceptions: false } };
    expect(barToUnderwrite(milder, loaded, without)).toMatchObject({ say: 'underwriting.milderBeyondAuthority' });
    expect(barToUnderwrite(milder, loaded, { lending: { amount: minor(1), exceptions: true } })).toMatchObject({ say: 'underwriting.milderBeyondAuthority' });
    expect(barToUnderwrite(milder, loaded, { insurance: { amount: minor(1), exceptions: true } })).toBeNull();
    expect(barToUnderwrite(milder, loaded, null)).toBeNull();
  });
  it('says what a word needs: until when, what, how much', () => {
    const bar = (values: Partial<Underwritten>) => barToUnderwrite({ ...standard, ...values, reason: 'so' }, loaded, null);
    expect(bar({ outcome: 'postponed' })).toMatchObject({ say: 'underwriting.untilWhen' });
    expect(bar({ outcome: 'excluded' })).toMatchObject({ say: 'underwriting.whatIsLeftOut' });
    expect(bar({ outcome: 'loaded' })).toMatchObject({ say: 'underwriting.loadedWithWhat' });
    expect(bar({ loading: 0.1 })).toMatchObject({ say: 'underwriting.standardIsWithout' });
  });
});

describe('what was underwritten', () => {
  const outcome = (row: Cover, values: object = {}) => ({
    id: 'u1',
    coverId: row.id,
    outcome: 'loaded' as const,
    loading: 0.5,
    perMille: 0,
    exclusions: [],
    postponedUntil: null,
    overruled: false,
    reason: null,
    about: underwrittenOf(row),
    health: 'digest',
    by: 'Ansel',
    byId: 'ansel',
    at: '2026-03-03T08:00:00.000Z',
    ...values,
  });
  const complete = { personId: 'person-a', state: 'complete' as const, digest: 'digest' };
  const standing = [complete];
  it('holds until the cover or what was said is another', () => {
    const known = file({ underwritings: [outcome(cover())], health: standing });
    expect(underwritingOf(known, cover())?.loading).toBe(0.5);
    expect(underwritingOf(known, cover({ benefit: minor(310_000) }))).toBeNull();
    expect(underwritingOf({ ...known, health: [{ ...complete, digest: 'other' }] }, cover())).toBeNull();
  });
  it('takes the place of the product’s own loadings, as a share and per mille', () => {
    const row = cover({ tobacco: 'yes' });
    const quoted = premiumOf(file({ covers: [row] }), TODAY);
    const base = quoted?.persons[0]?.term.terms?.[0]?.value ?? 0;
    expect(quoted?.persons[0]?.term.value).toBe(base + Math.round(base * 0.25));
    const after = premiumOf(file({ covers: [row], underwritings: [outcome(row, { loading: 0.1, perMille: 2 })], health: standing }), TODAY);
    // 3,000.00 a month, twelve months, two of a thousand: 72.00.
    expect(after?.persons[0]?.term.value).toBe(base + Math.round(base * 0.1) + 7_200);
  });
  it('a premium never falls when what is added rises', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 50 }), fc.integer({ min: 0, max: 100 }), (loading, perMille, more) => {
        const at = (share: number, mille: number) =>
          premiumOf(file({ underwritings: [outcome(cover(), { loading: share / 100, perMille: mille })], health: standing }), TODAY)?.each ?? 0;
        expect(at(loading + more, perMille)).toBeGreaterThanOrEqual(at(loading, perMille));
        expect(at(loading, perMille + more)).toBeGreaterThanOrEqual(at(loading, perMille));
      }),
      { numRuns: 60 },
    );
  });
  it('stands on the Path before the decision, and a cover that isn’t given stays there', () => {
    const keys = (values: object) => computePath(file(values), TODAY).entries.map(({ key, gate, holder }) => `${key} ${gate} ${holder}`);
    expect(keys({})).toEqual(expect.arrayContaining(['health:person-a gathering officer', 'underwriting:c1 deciding approver']));
    const done = keys({ health: standing, underwritings: [outcome(cover())] });
    expect(done.filter((key) => /^(health|underwriting):/.test(key))).toEqual([]);
    expect(keys({ health: [{ ...complete, state: 'barred' }] })).toContain('health:person-a details officer');
    const postponed = keys({
      health: standing,
      underwritings: [outcome(cover(), { outcome: 'postponed', loading: 0, postponedUntil: isoDate('2026-09-01') })],
    });
    expect(postponed).toContain('underwriting:c1 deciding approver');
  });
});

describe('open enrolment', () => {
  const at = (values: Partial<Cover>, receivedOn = '2026-03-02') => ({
    row: cover(values),
    of: file({ receivedOn: isoDate(receivedOn), covers: [cover(values)] }),
  });
  it('is open within six months of an age, on both sides', () => {
    const of18 = (birthDate: string) => {
      const row = cover({ enrolment: 'came-of-age' });
      return isOpenEnrolled(file({ people: [person({ birthDate: isoDate(birthDate) })], covers: [row] }), row);
    };
    expect([of18('2008-09-02'), of18('2008-09-03'), of18('2007-09-02'), of18('2007-09-01')]).toEqual([true, false, true, false]);
  });
  it('counts calendar days, or business days of the place', () => {
    const lost = (enrolmentOn: string) => {
      const { row, of } = at({ enrolment: 'lost-cover', enrolmentOn: isoDate(enrolmentOn) });
      return isOpenEnrolled(of, row);
    };
    // 60 days before 2 March 2026 is 1 January.
    expect([lost('2026-01-01'), lost('2025-12-31'), lost('2026-03-03')]).toEqual([true, false, false]);
    const { row, of } = at({ enrolment: 'married', enrolmentOn: isoDate('2026-01-19') });
    // Thirty business days from 19 January, but for Waitangi Day (6 February) and whatever else the place keeps.
    expect(windowOf({ ...of, pack: { ...of.pack, holidays: ['2026-02-06'] } }, row)?.until).toBe('2026-03-03');
    expect(windowOf({ ...of, pack: { ...of.pack, holidays: [] } }, row)?.until).toBe('2026-03-02');
  });
  it('asks nothing about health, but for the paper that shows it; outside its days it asks', () => {
    const open = at({ enrolment: 'lost-cover', enrolmentOn: isoDate('2026-02-01') });
    expect(healthAskedOf(open.of)).toEqual([]);
    expect(computePath(open.of, TODAY).conditions.map(({ key }) => key)).toContain('enrolment:c1');
    const late = at({ enrolment: 'lost-cover', enrolmentOn: isoDate('2025-06-01') });
    expect(healthAskedOf(late.of)).toHaveLength(1);
    expect(computePath(late.of, TODAY).now.map(({ key }) => key)).toContain('enrolment:c1');
    const unnamed = at({ enrolment: 'lost-cover' });
    expect(computePath(unnamed.of, TODAY).now.map(({ key }) => key)).toContain('enrolment:on:c1');
  });
});
