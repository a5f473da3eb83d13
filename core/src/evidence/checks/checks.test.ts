import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { compareWithRegister, watchlistCandidates } from './index';

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
