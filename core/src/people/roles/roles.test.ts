import { ROLES, type FilePerson } from '../people/index';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { computePath } from '../../gates/path/index';
import { personRolesProblem, rolesProblem, sharesOf } from './index';
import { type ProductDefinition } from '../../file/product/index';
import { type FileState } from '../../file/state/index';
import { person, product, sampleFile, TODAY } from '../../../test/sample';

const someone = (id: string, values: Partial<FilePerson> = {}): FilePerson =>
  person({ id, role: 'dependant', fullName: id, birthDate: null, idNumber: null, phone: null, ...values });
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('roles', () => {
  it('those that exclude each other are refused with the reason', () => {
    expect(rolesProblem(['applicant', 'guarantor'])).toMatch(/can’t stand surety for it/);
    expect(rolesProblem(['guarantor', 'referee'])).toMatch(/has an interest/);
    expect(rolesProblem(['beneficiary', 'emergencyContact'])).toBeNull();
    expect(rolesProblem(['referee', 'referee'])).toMatch(/there already/);
  });
  it('no order of roles matters', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...ROLES], { minLength: 1, maxLength: 4 }), (roles) => {
        expect(rolesProblem(roles) === null).toBe(rolesProblem([...roles].reverse()) === null);
      }),
    );
  });
  it('a file has one applicant, keeps them, and has only the product’s roles', () => {
    const file = sampleFile({ people: [person(), someone('b', { role: 'coApplicant' })], product: withProduct({ roles: ['applicant', 'coApplicant'] }) });
    expect(personRolesProblem(file, 'b', ['applicant'])).toMatch(/one applicant/);
    expect(personRolesProblem(file, 'person-a', ['coApplicant'])).toMatch(/needs its applicant/);
    expect(personRolesProblem(file, 'b', ['coApplicant', 'guarantor'])).toMatch(/has no guarantor/);
    expect(personRolesProblem(file, 'b', ['coApplicant'])).toBeNull();
  });
  it('shares never add to more than the whole, and beneficiaries’ to no less', () => {
    const shares = (...values: (number | null)[]) =>
      sampleFile({ people: [person(), ...values.map((share, index) => someone(`b${index}`, { role: 'beneficiary', share }))] });
    const what = (file: FileState) => computePath(file, TODAY).now.find(({ key }) => key === 'shares:beneficiary')?.what;
    expect(sharesOf(shares(33.33, 33.33, 33.34))[0]?.total).toBe(100);
    expect(what(shares(33.33, 33.33, 33.34))).toBeUndefined();
    expect(what(shares(60, 50))).toMatch(/add up to 110 %/);
    expect(what(shares(60, 30))).toMatch(/add up to 90 %, not 100 %/);
    expect(what(shares(60, null))).toMatch(/Share of b1/);
  });
  it('owners from the threshold on are all named', () => {
    const owners = (...values: number[]) =>
      sampleFile({ people: [person(), ...values.map((share, index) => someone(`o${index}`, { role: 'beneficialOwner', share }))] });
    const open = (file: FileState) => computePath(file, TODAY).now.some(({ key }) => key === 'shares:beneficialOwner');
    expect(open(owners(50, 20))).toBe(true);
    expect(open(owners(50, 26))).toBe(false);
  });
});
