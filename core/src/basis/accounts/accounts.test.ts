import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedPlace } from '../../../test/sample';
import { spoken } from '../../../test/spoken';
import { accountProblem, bankProblem, tidyAccount, type AccountRules } from './index';

const rulesOf = (place: Parameters<typeof shippedPlace>[0]): AccountRules => shippedPlace(place).account;
const problem = (rules: AccountRules, bank: string | null, account: string): string => spoken(accountProblem(rules, { bank, account }) ?? '');

describe('account numbers by place', () => {
  it('New Zealand: the worked examples of Inland Revenue’s specification, from memory', () => {
    const nz = rulesOf('nz');
    for (const right of ['01-902-0068389-00', '08-6523-1954512-001', '26-2600-0320871-032', '01 0902 0068389 00'])
      expect(problem(nz, null, right), right).toBe('');
    expect(tidyAccount(nz, '01-902-68389-00')).toBe('0109020068389000');
    expect(problem(nz, null, '08-6523-1954513-001')).toMatch(/check digit/);
    expect(problem(nz, null, '99-0001-0000000-00')).toMatch(/bank, branch, account and suffix/);
    expect(spoken(bankProblem(nz, '01') ?? '')).toMatch(/no code of the bank/);
  });
  it('New Zealand: one wrong figure of an account is found, by the rule written again for banks of the second kind', () => {
    const nz = rulesOf('nz');
    // Algorithm A: branch and account by 6 3 7 9 0 0 10 5 8 4 2 1, modulus 11, for accounts below 990000.
    const weights = [6, 3, 7, 9, 0, 10, 5, 8, 4, 2, 1];
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 0, max: 989_999 }), (branch, account) => {
        const digits = String(branch).padStart(4, '0') + String(account).padStart(7, '0');
        const right = [...digits].reduce((sum, digit, at) => sum + Number(digit) * (weights[at] ?? 0), 0) % 11 === 0;
        expect(problem(nz, null, `01-${digits.slice(0, 4)}-${digits.slice(4)}-00`) === '').toBe(right);
      }),
      { numRuns: 2000 },
    );
  });
  it('United Kingdom: the three plain worked examples of the published modulus check, from memory', () => {
    const gb = rulesOf('gb');
    for (const [bank, account] of [
      ['08-99-99', '66374958'],
      ['10-79-99', '88837491'],
      ['20-29-59', '63748472'],
    ] as const) {
      expect(problem(gb, bank, account), bank).toBe('');
      const other = account.slice(0, 7) + String((Number(account[7]) + 1) % 10);
      expect(problem(gb, bank, other), bank).toMatch(/don’t belong together/);
    }
    // No row of the table: it can't be checked, which the rule lets pass.
    expect(problem(gb, '99-99-99', '12345678')).toBe('');
    expect(problem(gb, null, '6637495')).toBe('');
    expect(problem(gb, null, '663749')).toBe('');
    expect(problem(gb, null, '66374')).toMatch(/eight digits/);
    expect(spoken(bankProblem(gb, '08999') ?? '')).toMatch(/six digits/);
  });
  it('International numbers: the examples of ISO 13616’s registry, and only countries that are taken', () => {
    const anywhere: AccountRules = { kind: 'iban' };
    for (const right of ['IE29 AIBK 9311 5212 3456 78', 'DE89370400440532013000', 'FR14 2004 1010 0505 0001 3M02 606', 'gb29 nwbk 6016 1331 9268 19'])
      expect(problem(anywhere, null, right), right).toBe('');
    expect(problem(anywhere, null, 'IE29 AIBK 9311 5212 3456 79')).toMatch(/check digits/);
    expect(problem({ kind: 'iban', countries: ['IE', 'DE'] }, null, 'FR1420041010050500013M02606')).toMatch(/IE, DE/);
  });
  it('United States: routing numbers check, accounts have four to seventeen digits', () => {
    const us = rulesOf('us');
    expect(bankProblem(us, '011000015')).toBeNull();
    expect(spoken(bankProblem(us, '011000016') ?? '')).toMatch(/last one checks the others/);
    expect(problem(us, '011000015', '400 281-234')).toBe('');
    expect(problem(us, null, '123')).toMatch(/4 to 17 digits/);
  });
});
