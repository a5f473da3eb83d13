import { electronicFormatIBAN, extractIBAN, isValidIBAN } from 'ibantools';
import { validate as nzBank } from 'stdnum/lib/cjs/nz/bank.js';
import { isRoutingNumber } from '../numbers/index';
import { say, type Words } from '../words/index';

/** An account as it is named to a bank: the bank's own code where the place has one beside the account's number. */
export interface AccountNumbers {
  bank: string | null;
  account: string;
}

/** A row of a table of modulus checks: sort codes from one to another, how their accounts are weighed, and by what. */
export interface ModulusRow {
  from: string;
  to: string;
  by: 'MOD10' | 'MOD11' | 'DBLAL';
  /** A weight for each of the fourteen digits of sort code and account. */
  weights: number[];
}

/** How a place names accounts. */
export interface AccountRules {
  kind: AccountKind;
  /** Of a place whose accounts are checked by a published table: its rows. Sort codes of no row can't be checked, and pass. */
  modulus?: ModulusRow[];
  /** Of international account numbers: the countries whose accounts are taken; any where none are named. */
  countries?: string[];
}

interface Part {
  label: string;
  hint: string;
}

/** How accounts of a kind are written and checked. */
interface AccountKindRule {
  /** The bank's code, where it stands beside the number. */
  bank: Part | null;
  account: Part;
  source: string;
  /** The one way of writing in which each is kept. */
  tidyBank: (typed: string) => string;
  tidyAccount: (typed: string) => string;
  bankProblem: (bank: string) => Words | null;
  /** @param bank null while it isn't known yet. */
  accountProblem: (numbers: AccountNumbers, rules: AccountRules) => Words | null;
}

const compact = (typed: string): string => typed.replace(/[\s.\-/]/g, '').toUpperCase();

/** Bank, branch, account and suffix with the zeros that people leave out: 01-902-68389-00 is 01-0902-0068389-000. */
function newZealand(typed: string): string {
  const parts = typed.trim().split(/[\s-]+/);
  if (parts.length === 4) return [2, 4, 7, 3].map((length, at) => (parts[at] ?? '').padStart(length, '0')).join('');
  const digits = compact(typed);
  return digits.length === 15 ? `${digits.slice(0, 13)}0${digits.slice(13)}` : digits;
}

/** The sum of a row's weights over the digits; with every digit of each product where the row says so. */
function weighed(digits: string, { by, weights }: ModulusRow): number {
  return [...digits].reduce((sum, digit, at) => {
    const product = Number(digit) * (weights[at] ?? 0);
    return sum + (by === 'DBLAL' ? [...String(product)].reduce((so, figure) => so + Number(figure), 0) : product);
  }, 0);
}

/** Whether an account passes every row that its sort code has in the table. */
function passesModulus(bank: string, account: string, rows: readonly ModulusRow[]): boolean {
  const digits = bank + account;
  return rows.filter(({ from, to }) => bank >= from && bank <= to).every((row) => weighed(digits, row) % (row.by === 'MOD11' ? 11 : 10) === 0);
}

/** Kinds of account number that a place may name, each with where its rule is published. */
export const ACCOUNT_KINDS = {
  us: {
    bank: { label: 'Routing number', hint: 'nine digits, from the check' },
    account: { label: 'Account number', hint: 'from the check, without the number of the check' },
    source: 'ABA Routing Number Policy, from memory; accounts have no check digit of their own',
    tidyBank: compact,
    tidyAccount: compact,
    bankProblem: (bank) => (isRoutingNumber(bank) ? null : say('accounts.routingNumber')),
    accountProblem: ({ account }) => (/^\d{4,17}$/.test(account) ? null : say('accounts.fourToSeventeen')),
  },
  gb: {
    bank: { label: 'Sort code', hint: 'six digits, such as 08-99-99' },
    account: { label: 'Account number', hint: 'eight digits' },
    source: 'Pay.UK, “Validating account numbers: UK modulus checking”, from memory; the rows that ship are those of its worked examples',
    tidyBank: compact,
    // An account of seven digits is written with a zero before it; so the same source.
    tidyAccount: (typed) => (/^\d{6,7}$/.test(compact(typed)) ? compact(typed).padStart(8, '0') : compact(typed)),
    bankProblem: (bank) => (/^\d{6}$/.test(bank) ? null : say('accounts.sortCode')),
    accountProblem: ({ bank, account }, { modulus = [] }) => {
      if (!/^\d{8}$/.test(account)) return say('accounts.eightDigits');
      return bank === null || passesModulus(bank, account, modulus) ? null : say('accounts.modulus');
    },
  },
  nz: {
    bank: null,
    account: { label: 'Account number', hint: 'bank, branch, account and suffix, such as 01-0902-0068389-00' },
    source: 'Inland Revenue, “Resident withholding tax specification”, bank account number validation; worked by stdnum',
    tidyBank: compact,
    tidyAccount: newZealand,
    bankProblem: () => null,
    accountProblem: ({ account }) => {
      const result = nzBank(account);
      if (result.isValid) return null;
      return result.error.name === 'InvalidChecksum' ? say('accounts.checkDigits') : say('accounts.newZealand');
    },
  },
  iban: {
    bank: null,
    account: { label: 'International account number (IBAN)', hint: 'begins with two letters of its country' },
    source: 'ISO 13616-1; check digits by ISO/IEC 7064 MOD 97-10',
    tidyBank: compact,
    tidyAccount: (typed) => electronicFormatIBAN(typed) ?? '',
    bankProblem: () => null,
    accountProblem: ({ account }, { countries }) => {
      if (!isValidIBAN(account)) return say('accounts.iban');
      const { countryCode = '' } = extractIBAN(account);
      return !countries || countries.includes(countryCode) ? null : say('accounts.countries', { countries: { all: countries, by: 'comma' } });
    },
  },
} as const satisfies Record<string, AccountKindRule>;
export type AccountKind = keyof typeof ACCOUNT_KINDS;
export const ACCOUNT_KIND_NAMES = Object.keys(ACCOUNT_KINDS) as [AccountKind, ...AccountKind[]];

const ruleOf = ({ kind }: AccountRules): AccountKindRule => ACCOUNT_KINDS[kind];

/** What a place calls a bank's code and an account's number; the first is nothing where accounts there have one number. */
export const accountLabels = (rules: AccountRules): { bank: Part | null; account: Part } => ({ bank: ruleOf(rules).bank, account: ruleOf(rules).account });

/** The one way of writing in which a bank's code is kept. */
export const tidyBank = (rules: AccountRules, typed: string): string => ruleOf(rules).tidyBank(typed);
/** The one way of writing in which an account's number is kept. */
export const tidyAccount = (rules: AccountRules, typed: string): string => ruleOf(rules).tidyAccount(typed);

/** What is wrong with a bank's code at a place, tidied first; null where it is right. Sources stand in {@link ACCOUNT_KINDS}. */
export function bankProblem(rules: AccountRules, bank: string): Words | null {
  return ruleOf(rules).bank === null ? say('accounts.noBank') : ruleOf(rules).bankProblem(tidyBank(rules, bank));
}

/**
 * What is wrong with an account's number at a place, both tidied first; null where it is right. Where the bank's code isn't
 * known yet, what rests on it is not judged. Sources stand in {@link ACCOUNT_KINDS}.
 */
export function accountProblem(rules: AccountRules, { bank, account }: AccountNumbers): Words | null {
  return ruleOf(rules).accountProblem({ bank: bank === null ? null : tidyBank(rules, bank), account: tidyAccount(rules, account) }, rules);
}

/** Whether all that a bank needs is named. */
export const isWholeAccount = (rules: AccountRules, bank: string | null): boolean => ruleOf(rules).bank === null || bank !== null;
