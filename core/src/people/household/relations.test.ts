import { RELATION_KINDS, type FilePerson, type Relation } from '../people/index';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect, spoken } from '../../../test/spoken';
import { computePath } from '../../gates/path/index';
import { generationsOf, householdProblems, inverseOf, relationBetween, relationProblem, relationsOf } from './index';
import { isoDate } from '../../basis/dates/index';
import { type ProductDefinition } from '../../file/product/index';
import { person, product, sampleFile, TODAY } from '../../../test/sample';

const at = '2026-03-02T08:00:00.000Z';
const someone = (id: string, values: Partial<FilePerson> = {}): FilePerson =>
  person({ id, role: 'dependant', fullName: id, birthDate: null, idNumber: null, phone: null, ...values });
const relation = (personId: string, kind: Relation['kind'], toId: string, id = `${personId}-${toId}`): Relation => ({
  id,
  createdAt: at,
  personId,
  toId,
  kind,
});
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('relations', () => {
  const rule = { spouses: 1 };
  it('reading back is the inverse, whichever way it was stored', () => {
    fc.assert(
      fc.property(fc.constantFrom(...RELATION_KINDS), fc.boolean(), (kind, turned) => {
        const stored = turned ? relation('b', inverseOf(kind), 'a') : relation('a', kind, 'b');
        expect(relationBetween([stored], 'a', 'b')).toBe(kind);
        expect(relationBetween([stored], 'b', 'a')).toBe(inverseOf(kind));
        expect(inverseOf(inverseOf(kind))).toBe(kind);
        expect(relationsOf([stored], 'b')).toEqual([{ id: stored.id, otherId: 'a', kind }]);
        expect(relationsOf([stored], 'a')).toEqual([{ id: stored.id, otherId: 'b', kind: inverseOf(kind) }]);
      }),
    );
    expect(relationBetween([], 'a', 'b')).toBeNull();
  });
  const people = [
    someone('ida', { birthDate: isoDate('1985-01-01') }),
    someone('pia', { birthDate: isoDate('2015-05-05') }),
    someone('nan', { birthDate: isoDate('1955-05-05') }),
    someone('bram', { birthDate: isoDate('1984-05-05') }),
  ];
  it.each<[string, Relation[], RegExp]>([
    ['somebody who is their own child', [relation('ida', 'child', 'ida')], /related to themselves/],
    ['two relations between two people', [relation('ida', 'parent', 'pia', 'x'), relation('pia', 'sibling', 'ida', 'y')], /related twice/],
    ['a parent younger than the child', [relation('pia', 'parent', 'ida')], /pia can’t be parent of ida, who is older/],
    ['a grandchild older than the grandparent', [relation('nan', 'grandchild', 'pia')], /pia can’t be grandparent of nan/],
    ['two spouses', [relation('ida', 'spouse', 'bram'), relation('nan', 'partner', 'ida')], /ida has 2 spouses or partners: bram and nan/],
    ['a circle of generations', [relation('ida', 'parent', 'pia'), relation('bram', 'child', 'pia'), relation('bram', 'parent', 'ida', 'z')], /circle|older/],
    [
      'a spouse who is a child’s child',
      [relation('ida', 'spouse', 'bram'), relation('ida', 'parent', 'pia'), relation('bram', 'grandparent', 'pia')],
      /circle/,
    ],
  ])('explains %s', (_, relations, what) => {
    expect(
      spoken(householdProblems({ people, relations }, rule))
        .map((problem) => problem.what)
        .join('; '),
    ).toMatch(what);
  });
  it('finds nothing wrong with a family of three generations', () => {
    const relations = [
      relation('ida', 'spouse', 'bram'),
      relation('pia', 'child', 'ida'),
      relation('pia', 'child', 'bram'),
      relation('nan', 'parent', 'ida'),
      relation('nan', 'grandparent', 'pia'),
    ];
    expect(householdProblems({ people, relations }, rule)).toEqual([]);
    expect(generationsOf({ people, relations }).broken).toBeNull();
    const { of } = generationsOf({ people, relations });
    expect((of.get('pia') ?? 0) - (of.get('nan') ?? 0)).toBe(2);
  });
  it('refuses a relation for what it would make impossible, not for what was so before', () => {
    const file = { people, relations: [relation('pia', 'parent', 'nan')], product };
    expect(relationProblem(file, relation('ida', 'spouse', 'bram'))).toBeNull();
    expect(relationProblem(file, relation('pia', 'parent', 'ida'))).toMatch(/who is older/);
    expect(
      relationProblem({ ...file, product: withProduct({ household: { ...product.household, spouses: 2 } }) }, relation('ida', 'spouse', 'nan')),
    ).toBeNull();
  });
  it('a birth date that makes a stated relation impossible comes to the Path', () => {
    const file = sampleFile({ people: [person(), someone('kid', { birthDate: isoDate('1980-01-01') })], relations: [relation('kid', 'child', 'person-a')] });
    expect(computePath(file, TODAY).now.find(({ key }) => key.startsWith('household:age'))).toMatchObject({
      what: expect.stringContaining('who is older') as string,
    });
  });
});
