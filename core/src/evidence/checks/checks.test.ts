import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { isoDate } from '../../basis/dates/index';
import { compareWithRegister, recordsFound, watchlistCandidates, type PublicRecord } from './index';

describe('register and watchlist', () => {
  it('says that day and month were exchanged', () => {
    const fields = compareWithRegister({ fullName: 'Ida Holm', birthDate: '1990-04-03' }, { fullName: 'Ida Holm', birthDate: '1990-03-04' });
    expect(fields.map(({ label, agrees }) => [label, agrees])).toEqual([
      ['Name', true],
      ['Birth date', false],
    ]);
    expect(fields[1]?.reasons).toEqual(['day and month exchanged']);
  });
  it('says when the register has nobody', () =>
    expect(compareWithRegister({ fullName: 'A B', birthDate: null }, null)).toMatchObject([{ agrees: false, found: 'not in the register' }]));

  const entries = [
    { name: 'Corvin Thale', aliases: ['K. Thale'], birthDate: '1971-02-08', list: 'Invented list', reference: 'X-1' },
    { name: 'Somebody Else', aliases: [], birthDate: null, list: 'Invented list', reference: 'X-2' },
  ];
  it('puts a near name forward with its reasons, and an equal birth date makes it nearer', () => {
    const [far] = watchlistCandidates({ fullName: 'Corvin Thalle', birthDate: '1988-01-01' }, entries);
    const [near] = watchlistCandidates({ fullName: 'Corvin Thalle', birthDate: '1971-02-08' }, entries);
    expect(far?.entry.reference).toBe('X-1');
    expect(far?.reasons).toContain('birth date differs (list: 8 Feb 1971)');
    expect(near?.score).toBeGreaterThan(far?.score ?? 1);
  });
  it('one wrong figure in the birth date lowers and doesn’t hide', () => {
    const score = (fullName: string, birthDate: string) => watchlistCandidates({ fullName, birthDate }, entries)[0]?.score ?? 0;
    const [same, slip, other] = ['1971-02-08', '1971-02-18', '1988-01-01'].map((day) => score('Corvin Thale', day));
    expect(slip).toBeLessThan(same ?? 0);
    expect(slip).toBeGreaterThan(other ?? 1);
    // A name that is on the list by a hair stays there.
    const hair = 'Corvyn Thaal';
    const alone = watchlistCandidates({ fullName: hair, birthDate: null }, entries)[0]?.score ?? 0;
    expect(alone).toBeGreaterThanOrEqual(0.85);
    expect(alone).toBeLessThan(0.95);
    expect(score(hair, '1971-02-09')).toBeGreaterThanOrEqual(0.85);
    expect(score(hair, '1971-02-09')).toBeLessThan(alone);
  });
  it('leaves out the ones that do not resemble', () => expect(watchlistCandidates({ fullName: 'Ida Holm', birthDate: null }, entries)).toEqual([]));
});

describe('records of courts and landlords', () => {
  const record = (values: Partial<PublicRecord> = {}): PublicRecord => ({
    of: 'eviction',
    name: 'Brannoc Ellery',
    birthDate: '1984-07-19',
    on: isoDate('2024-05-14'),
    court: 'Town Court',
    reference: 'TC-1',
    ...values,
  });
  const BRANNOC = { fullName: 'Brannoc Ellery', birthDate: '1984-07-19' };
  const rules = [
    { of: 'eviction' as const, question: 'eviction', years: 5 },
    { of: 'rentOwed' as const, question: 'owesRent', years: 2 },
  ];
  const found = (records: PublicRecord[], answers: { question: string; value: string | null }[] = [], who = BRANNOC) =>
    recordsFound(who, records, { rules, answers, today: isoDate('2026-11-20') }).map(({ record: { reference }, declared }) => [reference, declared]);
  it('count as far back as the product says, to the day, each kind by itself', () => {
    expect(found([record({ on: isoDate('2021-11-20') }), record({ reference: 'TC-2', on: isoDate('2021-11-19') })])).toEqual([['TC-1', false]]);
    expect(found([record({ of: 'rentOwed', on: isoDate('2024-11-19') })])).toEqual([]);
    expect(found([record({ of: 'rentOwed', on: isoDate('2024-11-20') })])).toEqual([['TC-1', false]]);
  });
  it('of what nobody asks about are left out', () => {
    expect(found([record({ of: 'conviction' })])).toEqual([]);
  });
  it('are declared by a yes to the question of their kind, and by no other answer', () => {
    expect(found([record()], [{ question: 'eviction', value: 'yes' }])).toEqual([['TC-1', true]]);
    expect(
      found(
        [record()],
        [
          { question: 'eviction', value: 'no' },
          { question: 'owesRent', value: 'yes' },
        ],
      ),
    ).toEqual([['TC-1', false]]);
  });
  it('are of who resembles them, the most alike first', () => {
    const records = [
      record({ name: 'Brannok Ellery', birthDate: null, reference: 'A' }),
      record({ birthDate: null, reference: 'B' }),
      record({ name: 'Osric Fenn', reference: 'C' }),
    ];
    expect(found(records).map(([reference]) => reference)).toEqual(['B', 'A']);
    expect(found(records, [], { fullName: 'Tamar Wedlake', birthDate: '1990-02-27' })).toEqual([]);
  });
});
