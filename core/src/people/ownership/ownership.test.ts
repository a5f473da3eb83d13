import fc from 'fast-check';
import { describe, it } from 'vitest';
import { person, product, sampleFile, TODAY } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { astray } from '../../basis/arithmetic/index';
import type { Minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import { answerersOf, signersOf } from '../../file/state/index';
import { computePath } from '../../gates/path/index';
import { companiesOf, heldOf, loopOf, ownersOf, ownershipProblems, type Stake } from './index';

const stake = (ofId: string, ownerId: string | null, share: number, values: Partial<Stake> = {}): Stake => ({
  id: `${ofId}-${ownerId ?? 'others'}`,
  createdAt: '',
  ofId,
  ownerId,
  others: null,
  share,
  controls: false,
  ...values,
});
const company = (id: string, role: 'applicant' | 'contact' = 'contact') => person({ id, kind: 'organisation', role, fullName: `${id} Ltd`, birthDate: null });
const someone = (id: string) => person({ id, role: 'beneficialOwner', fullName: id });
const file = (stakes: Stake[], people = [company('nets', 'applicant'), company('hold'), company('up'), someone('ada'), someone('bo')]): FileState =>
  sampleFile({ product: { ...product, ownersFrom: 25 }, people, stakes, incomes: [], debts: [], assets: [], stage: 'details' });

describe('who owns a company in the end', () => {
  it('is the sum over all ways of the shares on each, multiplied', () => {
    // By hand: ada 30 % and 60 % × 25 % = 45 %; bo 60 % × 75 % = 45 %; the rest is of others.
    const of = file([
      stake('nets', 'ada', 30),
      stake('nets', 'hold', 60),
      stake('nets', null, 10, { others: 'crew' }),
      stake('hold', 'bo', 75),
      stake('hold', 'ada', 25),
    ]);
    expect(ownersOf(of, 'nets').map((one) => [one.person.id, one.share])).toEqual([
      ['ada', 0.45],
      ['bo', 0.45],
    ]);
    for (const { term } of ownersOf(of, 'nets')) expect(astray(term)).toEqual([]);
    expect(companiesOf(of).map(({ id }) => id)).toEqual(['nets', 'hold']);
  });
  it('through two companies, and by two ways through the same one', () => {
    // 50 % × 40 % × 30 % = 6 %; 20 % × 30 % = 6 %: together 12 %.
    const of = file([stake('nets', 'hold', 50), stake('hold', 'up', 40), stake('nets', 'up', 20), stake('up', 'ada', 30)]);
    expect(ownersOf(of, 'nets').map(({ share }) => share)).toEqual([0.12]);
  });
  it('never comes to more than the whole, whatever is stated', () => {
    const ids = ['nets', 'hold', 'up', 'ada', 'bo'];
    const anyStakes = fc.array(
      fc.record({ of: fc.constantFrom('nets', 'hold', 'up'), by: fc.constantFrom(...ids), share: fc.integer({ min: 1, max: 10_000 }) }),
      { maxLength: 9 },
    );
    fc.assert(
      fc.property(anyStakes, (made) => {
        // As the server lets them in: no company is held by more than the whole, and none owns itself.
        const stakes: Stake[] = [];
        for (const [at, { of, by, share }] of made.entries()) {
          const held = heldOf({ people: [], stakes }, of).explained;
          const next = stake(of, by, Math.min(share / 100, Math.max(0, Math.round((100 - held) * 100) / 100)), { id: `s${at}` });
          if (loopOf(file(stakes), next) === null && (next.share ?? 0) > 0) stakes.push(next);
        }
        const of = file(stakes);
        const owners = ownersOf(of, 'nets');
        expect(owners.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1 + 1e-5);
        for (const { term } of owners) expect(astray(term)).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a loop', () => {
  it('is refused and named', () => {
    const of = file([stake('nets', 'hold', 60), stake('hold', 'up', 50)]);
    expect(loopOf(of, { ofId: 'up', ownerId: 'nets' })).not.toBeNull();
    expect(loopOf(of, { ofId: 'up', ownerId: 'nets' })?.toSorted()).toEqual(expect.arrayContaining(['hold Ltd', 'nets Ltd', 'up Ltd']));
    expect(loopOf(of, { ofId: 'nets', ownerId: 'nets' })).toEqual(['nets Ltd', 'nets Ltd']);
    expect(loopOf(of, { ofId: 'nets', ownerId: 'up' })).toBeNull();
    expect(loopOf(of, { ofId: 'up', ownerId: 'ada' })).toBeNull();
  });
  it('that came in all the same is followed once', () => {
    const of = file([stake('nets', 'hold', 60), stake('hold', 'nets', 50), stake('hold', 'ada', 50)]);
    expect(ownersOf(of, 'nets').map(({ share }) => share)).toEqual([0.3]);
  });
});

describe('what a company is asked for', () => {
  const problems = (stakes: Stake[], people?: FileState['people']) => ownershipProblems(file(stakes, people)).map(({ key }) => key);
  it('its owners to the last per cent, and one who directs it (31 CFR 1010.230(d), from memory)', () => {
    expect(problems([])).toEqual(['owners:nets', 'controller:nets']);
    expect(problems([stake('nets', 'ada', 60), stake('nets', 'bo', 50)])).toContain('ownersOver:nets');
    expect(problems([stake('nets', 'ada', 99.99, { controls: true })])).toEqual(['owners:nets']);
    expect(problems([stake('nets', 'ada', 100, { controls: true })])).toEqual([]);
    // Somebody may direct it who owns nothing of it; a company directs nothing.
    expect(problems([stake('nets', 'ada', 100), stake('nets', 'bo', 0, { controls: true })])).toEqual([]);
    expect(problems([stake('nets', 'ada', 100), stake('nets', 'hold', 0, { controls: true })])).toContain('controller:nets');
  });
  it('of those that own it too, and of whoever comes to the threshold through them', () => {
    const people = [company('nets', 'applicant'), company('hold'), person({ id: 'ada', role: 'contact', fullName: 'ada' }), someone('bo')];
    const stakes = [
      stake('nets', 'hold', 60),
      stake('nets', 'bo', 40, { controls: true }),
      stake('hold', 'ada', 50),
      stake('hold', null, 50, { others: 'many' }),
    ];
    expect(problems(stakes, people)).toEqual(['named:ada:nets', 'unnamed:hold', 'controller:hold']);
    const below = [
      stake('nets', 'hold', 49),
      stake('nets', 'bo', 51, { controls: true }),
      stake('hold', 'ada', 51, { controls: true }),
      stake('hold', 'bo', 49),
    ];
    // 49 % × 51 % is under a fourth.
    expect(problems(below, people)).toEqual([]);
  });
  it('and not for what only a person has: work, income, living costs, how it is housed, kinship', () => {
    const path = computePath(file([stake('nets', 'ada', 100, { controls: true })], [company('nets', 'applicant'), someone('ada')]), TODAY);
    const keys = path.entries.map(({ key }) => key);
    expect(keys.filter((key) => /^rows:(income|work|livingCost)/.test(key))).toEqual([]);
    expect(keys.filter((key) => /tenure|monthlyCost|relationship|history:|shares:/.test(key))).toEqual([]);
    expect(path.figures.figures.map(({ measure }) => measure)).not.toContain('dtiAfter');
  });
  it('signs by persons: one who may alone, or two together', () => {
    const signs = (how: ('alone' | 'jointly')[]) => {
      const signers = how.map((signsHow, at) => person({ id: `s${at}`, role: 'contact', fullName: `s${at}`, signsFor: 'nets', signsHow }));
      const of = file([stake('nets', 's0', 100, { controls: true })], [company('nets', 'applicant'), ...signers]);
      return { of, asks: computePath(of, TODAY).entries.some(({ key }) => key === 'signatory:nets') };
    };
    expect(signs([]).asks).toBe(true);
    expect(signs(['alone']).asks).toBe(false);
    expect(signs(['jointly']).asks).toBe(true);
    expect(signs(['jointly', 'jointly']).asks).toBe(false);
    const upTo = (signsUpTo: number | null, amount: number | null) => {
      const signer = person({ id: 's0', role: 'contact', fullName: 's0', signsFor: 'nets', signsHow: 'upTo', signsUpTo: signsUpTo as Minor | null });
      const of = file([stake('nets', 's0', 100, { controls: true })], [company('nets', 'applicant'), signer]);
      return computePath({ ...of, request: { ...of.request, amount: amount as Minor | null } }, TODAY).entries.some(({ key }) => key === 'signatory:nets');
    };
    // Exactly the limit is within it; without an amount, or without a limit, nobody knows.
    expect([upTo(1_000_000, 1_000_000), upTo(1_000_000, 1_000_001), upTo(1_000_000, null), upTo(null, 1)]).toEqual([false, true, true, true]);
    const { of } = signs(['jointly', 'jointly']);
    expect(signersOf(of).map(({ id }) => id)).toEqual(['s0', 's1']);
    expect(answerersOf(of).map(({ id }) => id)).toEqual(['s0', 's1']);
  });
});
