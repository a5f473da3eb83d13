import fc from 'fast-check';
import { expect, it } from 'vitest';
import { affordability } from './index';
import { anyFile } from '../../../test/anyFile';
import type { Term } from '../../basis/arithmetic/index';
import { TODAY } from '../../../test/sample';

/** Sums that rest on a table, a rule of the product or a schedule instead of something that was keyed. */
const NOT_KEYED = [
  'affordability.guidelineForPersons',
  'affordability.interestOverTerm',
  'affordability.forEachSquareFoot',
  'costs.eachPayment',
  'costs.eachPaymentFromNumberOn',
  'costs.paymentOnLimit',
  'fees.fixed',
  'living.benchmarkFor',
  'tax.partThisBand',
  'tax.noRegionTable',
];
const nameOf = ({ label }: Term): string => (typeof label === 'object' ? label.say : label);

it('every figure of any file opens down to what was keyed, a table, or a rule of its product', () => {
  let leaves = 0;
  const closed = new Set<string>();
  fc.assert(
    fc.property(anyFile, (file) => {
      const fees = new Set((file.product.costs?.fees ?? []).map(({ label }) => label));
      const walk = (term: Term, path: string): void => {
        const here = `${path} > ${nameOf(term)}`;
        if (term.terms && term.terms.length > 0) return term.terms.forEach((line) => walk(line, here));
        // A sum of no lines is nothing; what stands beside the others doesn't count.
        if (term.unit !== 'money' || term.sign === '·' || term.value === 0) return;
        leaves += 1;
        if (!term.place && !NOT_KEYED.includes(nameOf(term)) && !fees.has(nameOf(term))) closed.add(here);
      };
      for (const { measure, value, terms } of affordability(file, TODAY).figures) if (value !== null) terms.forEach((term) => walk(term, measure));
    }),
    { numRuns: 400 },
  );
  expect([...closed]).toEqual([]);
  expect(leaves).toBeGreaterThan(1000);
});
