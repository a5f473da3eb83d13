import { say, type Words } from '../../../basis/words/index';
import type { Term } from '../../../basis/arithmetic/index';
import { minor } from '../../../basis/money/index';
import type { Home } from '../../../people/home/index';
import type { AffordabilityInput } from '../input';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME } from './lines';
export const residualIncome: MeasureKind = {
  label: 'Residual income',
  means: say('affordability.incomeAfterTaxLessObligations'),
  unit: 'money',
  work({ net, asked, kept, file, home }) {
    if (!net) return say('affordability.taxTablePlace');
    if (!asked) return requestLacks(file);
    if (net.length === 0) return NO_INCOME;
    const upkeep = upkeepOf(file, home);
    if (upkeep !== null && !('sign' in upkeep)) return upkeep.lacks;
    return [
      sumLine(say('affordability.incomeMonthAfterTax'), '+', net),
      sumLine(say('affordability.obligationsStay'), '−', kept),
      ...(upkeep ? [upkeep] : []),
      { ...asked, sign: '−' },
    ];
  },
};

/** Maintenance and utilities of the home by its floor area, where the product asks for them; 38 CFR 36.4340(e), from memory. */
function upkeepOf(file: AffordabilityInput, home: Home | null): Term | { lacks: Words } | null {
  const asks = file.product.limits.some(({ from, upkeep }) => from === 'residualIncome' && upkeep);
  const rate = file.pack.residualIncome?.perSquareFoot;
  if (!asks || rate === undefined) return null;
  if (!home || home.floorArea === null) return { lacks: say('affordability.floorAreaOfHome') };
  return {
    label: say('affordability.upkeepOfHome'),
    sign: '−',
    value: minor(Math.round(home.floorArea * rate)),
    unit: 'money',
    terms: [
      { label: say('affordability.squareFeet'), sign: '+', value: home.floorArea, unit: 'count', place: { chapter: 'home', anchor: `${home.id}.floorArea` } },
      { label: say('affordability.forEachSquareFoot'), sign: '×', value: rate, unit: 'money' },
    ],
  };
}
