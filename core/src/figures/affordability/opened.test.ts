import fc from 'fast-check';
import { expect, it } from 'vitest';
import { many } from '../../../../scripts/setup/depth';
import { anyFile } from '../../../test/anyFile';
import { openingsOf } from '../../../test/openings';

it('every figure of any file opens down to what was keyed, a table, or a rule of its product', () => {
  let leaves = 0;
  const closed = new Set<string>();
  fc.assert(
    fc.property(anyFile, (file) => {
      const made = openingsOf(file);
      leaves += made.leaves;
      made.closed.forEach((way) => closed.add(way));
    }),
    { numRuns: many(700) },
  );
  expect([...closed]).toEqual([]);
  expect(leaves).toBeGreaterThan(many(1000));
});
