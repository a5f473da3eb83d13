import { affordability } from '../src/figures/affordability/index';
import type { Term } from '../src/basis/arithmetic/index';
import type { FileState } from '../src/file/state/index';
import { TODAY } from './sample';

/** Sums that rest on a table, a rule of the product or a schedule instead of something that was keyed. */
const NOT_KEYED = [
  'affordability.guidelineForPersons',
  'affordability.interestOverTerm',
  'affordability.forEachSquareFoot',
  'costs.eachPayment',
  'costs.eachPaymentFromNumberOn',
  'costs.paymentOnLimit',
  'cover.policyFee',
  'fees.fixed',
  'living.benchmarkFor',
  'tax.partThisBand',
  'tax.noRegionTable',
];
const nameOf = ({ label }: Term): string => (typeof label === 'object' ? label.say : label);

/** Follows every figure of a file down: how many sums it ends in, and the ways that end in nothing that was keyed, no table and no rule. */
export function openingsOf(file: FileState): { leaves: number; closed: string[] } {
  let leaves = 0;
  const closed: string[] = [];
  const fees = new Set((file.product.costs?.fees ?? []).map(({ label }) => label));
  const walk = (term: Term, path: string): void => {
    const here = `${path} > ${nameOf(term)}`;
    if (term.terms && term.terms.length > 0) return term.terms.forEach((line) => walk(line, here));
    // A sum of no lines is nothing; what stands beside the others doesn't count.
    if (term.unit !== 'money' || term.sign === '·' || term.value === 0) return;
    leaves += 1;
    if (!term.place && !NOT_KEYED.includes(nameOf(term)) && !fees.has(nameOf(term))) closed.push(here);
  };
  for (const { measure, value, terms } of affordability(file, TODAY).figures) if (value !== null) terms.forEach((term) => walk(term, measure));
  return { leaves, closed };
}
