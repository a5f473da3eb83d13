import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import type { Words } from '../../basis/words/index';

/** A number that is no money: a rate, a factor, how many there are. */
export const count = (label: Words, sign: Term['sign'], value: number, more: Partial<Term> = {}): Term => ({ label, sign, value, unit: 'count', ...more });

/** What some lines come to, rounded once to whole minor units, half away from zero. */
export const sum = (label: Words, sign: Term['sign'], terms: Term[], more: Partial<Term> = {}): Term => ({
  label,
  sign,
  value: roundTo('money', worked(terms)),
  unit: 'money',
  terms,
  ...more,
});
