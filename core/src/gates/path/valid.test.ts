import { describe, expect, it } from 'vitest';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { paidOutOf } from '../../lending/costs/index';
import { usesAndSources } from '../../lending/uses/index';
import { generationsOf, householdProblems, inverseOf, relationBetween } from '../../people/household/index';
import type { Relation } from '../../people/people/index';
import { sampleFile, TODAY } from '../../../test/sample';
import { computePath } from './index';

const row = { id: 'row', createdAt: '2026-03-02T08:00:00.000Z' };
const keys = (values: Partial<FileState>): string[] => computePath(sampleFile(values), TODAY).entries.map(({ key }) => key);

describe('what ran out', () => {
  const paper = (id: string, expiresOn: string | null, personId = 'person-a') => ({
    ...BLANK_ROW.identityPaper,
    ...row,
    id,
    personId,
    kind: 'passport' as const,
    expiresOn: expiresOn === null ? null : isoDate(expiresOn),
  });
  it('an identity paper stops its file the day after its last, and no longer once another holds', () => {
    expect(keys({ identityPapers: [paper('p', TODAY)] })).not.toContain('expired:p');
    expect(keys({ identityPapers: [paper('p', addDays(TODAY, -1))] })).toContain('expired:p');
    expect(keys({ identityPapers: [paper('p', addDays(TODAY, -1)), paper('q', addDays(TODAY, 1))] })).not.toContain('expired:p');
    expect(keys({ identityPapers: [paper('p', addDays(TODAY, -1)), paper('q', null)] })).not.toContain('expired:p');
    expect(keys({ identityPapers: [paper('p', addDays(TODAY, -1)), paper('q', addDays(TODAY, 1), 'somebody-else')] })).toContain('expired:p');
  });
  it('the insurance of what is pledged holds on the day on which the money goes out', () => {
    const securities = (insuredUntil: string) => [
      { ...BLANK_ROW.security, ...row, kind: 'vessel' as const, value: minor(9_000_000), insuredUntil: isoDate(insuredUntil) },
    ];
    const { request } = sampleFile();
    const advanceOn = addDays(TODAY, 30);
    expect(keys({ securities: securities(addDays(TODAY, 10)), request: { ...request, advanceOn } })).toContain('insured:row');
    expect(keys({ securities: securities(addDays(TODAY, 30)), request: { ...request, advanceOn } })).not.toContain('insured:row');
    expect(keys({ securities: securities(TODAY), request: { ...request, advanceOn: null } })).not.toContain('insured:row');
  });
});

describe('payees', () => {
  const payee = { ...BLANK_ROW.payee, ...row, name: 'Tidewrack Boatyard', routing: '011000015', account: { tail: '1234' }, amount: minor(500_000) };
  it('need a holder, an amount and an account, and an own bank where the place has one', () => {
    expect(keys({ payees: [payee] })).not.toContain('payee:row');
    for (const lacks of ['name', 'account', 'amount', 'routing'] as const) expect(keys({ payees: [{ ...payee, [lacks]: null }] })).toContain('payee:row');
    const { pack } = sampleFile();
    expect(keys({ payees: [{ ...payee, routing: null }], pack: { ...pack, account: { kind: 'nz' } } })).not.toContain('payee:row');
  });
  it('who get all of it leave no account to be named for the rest; more than there is stops the file', () => {
    const { request } = sampleFile();
    const nobody = { ...request, payoutName: null, payoutRouting: null, payoutAccount: null };
    const asks = (amount: number) =>
      keys({ request: nobody, payees: [{ ...payee, amount: minor(amount) }] }).filter((key) => key.includes('payout') && key.startsWith('need'));
    const all = paidOutOf(sampleFile());
    expect(asks(all - 1).length).toBeGreaterThan(0);
    expect(asks(all)).toEqual([]);
    expect(keys({ payees: [{ ...payee, amount: minor(all + 1) }] })).toContain('balance:payees');
  });
});

describe('a trade-in', () => {
  it('brings what it is worth less what is still owed on it, which may be less than nothing', () => {
    const source = { ...BLANK_ROW.source, ...row, kind: 'tradeIn' as const, amount: minor(300_000), owed: minor(120_000) };
    const line = (values: { owed?: Minor | null }) => usesAndSources(sampleFile({ sources: [{ ...source, ...values }] })).sources.at(-1);
    expect(line({})).toMatchObject({ value: 180_000, terms: [{ value: 300_000 }, { sign: '−', value: 120_000 }] });
    expect(line({ owed: minor(400_000) })?.value).toBe(-100_000);
    expect(line({ owed: null })?.terms).toBeUndefined();
  });
});

describe('relations', () => {
  const relation = (personId: string, kind: Relation['kind'], toId: string, id = 'r'): Relation => ({ id, createdAt: '', personId, toId, kind });
  const people = ['a', 'b', 'c'].map((id) => ({ ...BLANK_ROW.person, id, createdAt: '', fullName: id }));
  it('step, in-law, former spouse, cousin and business partner are read from either side', () => {
    expect((['stepParent', 'stepChild', 'inLaw', 'formerSpouse', 'cousin', 'businessPartner'] as const).map(inverseOf)).toEqual([
      'stepChild',
      'stepParent',
      'inLaw',
      'formerSpouse',
      'cousin',
      'businessPartner',
    ]);
    expect(relationBetween([relation('a', 'stepParent', 'b')], 'b', 'a')).toBe('stepChild');
  });
  it('a former spouse is no spouse, and a stepchild stands a generation below', () => {
    const relations = [relation('b', 'spouse', 'a', 'x'), relation('c', 'formerSpouse', 'a', 'y')];
    expect(householdProblems({ people, relations }, { spouses: 1 })).toEqual([]);
    const { of } = generationsOf({ people, relations: [relation('b', 'stepChild', 'a')] });
    expect((of.get('b') ?? 0) - (of.get('a') ?? 0)).toBe(1);
  });
});
