import type { FilePerson } from '../people/index';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { areDetailsOld, fitOf, readSearch } from './index';
import { computePath } from '../../gates/path/index';
import { isoDate } from '../../basis/dates/index';
import { pack, person, sampleFile, TODAY } from '../../../test/sample';

describe('the search of the register', () => {
  const nothing = { name: null, birthDate: null, number: null, phone: null, email: null, reference: null };
  it.each([
    ['Marit Solvane', { name: 'Marit Solvane' }],
    ['solvane 5/17/1988', { name: 'solvane', birthDate: '1988-05-17' }],
    ['17 May 1988 Marit', { name: 'Marit', birthDate: '1988-05-17' }],
    ['marit@post.example', { email: 'marit@post.example' }],
    ['(212) 555-0171', { phone: '+12125550171' }],
    ['987-65-4320', { number: '987654320' }],
    ['2125550171', { phone: '+12125550171', number: '2125550171' }],
    ['AA123456A', { number: 'AA123456A' }],
    ['J. O’Neil', { name: 'J. O’Neil' }],
    ['', {}],
  ])('reads %j', (text, expected) => expect(readSearch(text, pack, TODAY)).toMatchObject({ ...nothing, ...expected }));
  it('reads a reference only when its check character fits', () => {
    expect(readSearch('4kt-m2x-7', pack, TODAY).reference === null).toBe(readSearch('4KTM2X7', pack, TODAY).reference === null);
    expect(readSearch('Solvane', pack, TODAY)).toMatchObject({ name: 'Solvane', reference: null });
  });
  const known = { names: ['Marit Solvane'], birthDate: '1988-05-17', phone: '+12125550100', email: 'marit@post.example' };
  const fit = (values: Partial<Parameters<typeof fitOf>[0]>, sameNumber = false) => fitOf({ ...nothing, ...values }, known, sameNumber);
  it('ranks with the reason for each', () => {
    expect(fit({ name: 'Marit Solvan', birthDate: isoDate('1988-05-17') })).toMatchObject({
      strength: 'strong',
      reasons: ['name one letter off', 'same birth date'],
    });
    expect(fit({ name: 'Solvane Marit' })).toMatchObject({ strength: 'likely', reasons: ['same words in another order'] });
    expect(fit({ name: 'Marit Solvane', birthDate: isoDate('1988-05-18') })).toMatchObject({ reasons: ['same name', 'birth date one figure off'] });
    expect(fit({ phone: '+12125550100' })).toMatchObject({ strength: 'likely', reasons: ['same phone'] });
    expect(fit({ name: 'Marit Solvane', email: 'marit@post.example' })?.strength).toBe('strong');
    expect(fit({}, true)).toMatchObject({ strength: 'strong', reasons: ['same identity or tax number'] });
    expect(fit({ name: 'Corvin Thalle', birthDate: isoDate('1988-05-17') })).toBeNull();
    expect(fit({ name: 'Corvin Thalle' })).toBeNull();
  });
  it('a number outweighs a name, and a name with its birth date a name alone', () => {
    const score = (values: Parameters<typeof fit>[0], same = false) => fit(values, same)?.score ?? 0;
    expect(score({ name: 'Somebody Else' }, true)).toBeGreaterThan(score({ name: 'Marit Solvane', birthDate: isoDate('1988-05-17') }));
    expect(score({ name: 'Marit Solvan', birthDate: isoDate('1988-05-17') })).toBeGreaterThan(score({ name: 'Marit Solvane' }));
  });
  it('details are old after the product’s days', () => {
    expect(areDetailsOld(isoDate('2025-09-03'), 180, TODAY)).toBe(false);
    expect(areDetailsOld(isoDate('2025-09-02'), 180, TODAY)).toBe(true);
    const keys = (values: Partial<FilePerson>) => computePath(sampleFile({ people: [person(values)] }), TODAY).now.map(({ key }) => key);
    expect(keys({ detailsFrom: isoDate('2025-03-02') })).toContain('old:person-a');
    expect(keys({ detailsFrom: isoDate('2025-03-02'), detailsConfirmed: TODAY })).not.toContain('old:person-a');
  });
});
