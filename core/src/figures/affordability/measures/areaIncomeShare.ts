import { say } from '../../../basis/words/index';
import { type MeasureKind } from './measure';
import { yearOf } from './lines';
export const areaIncomeShare: MeasureKind = {
  label: 'Share of the area’s income',
  means: say('affordability.yearlyIncomeByAreaMedian'),
  unit: 'ratio',
  work(base) {
    const { areaIncome } = base.file.pack;
    // The area is that of the unit, once there is one: whoever comes from elsewhere lives there then.
    const sizes = areaIncome?.regions[base.file.unit?.unit.region || (base.region ?? '')] ?? areaIncome?.regions['*'];
    if (!areaIncome || !sizes) return say('affordability.areaIncomePlace');
    const named = sizes[base.size - 1];
    const last = sizes.at(-1) ?? 0;
    // Beyond the last size of the table each further person adds eight per cent of the figure for four, as 24 CFR 5.628 and the tables made under it have it (from memory).
    const value = named ?? Math.round(last + (base.size - sizes.length) * 0.08 * (sizes[3] ?? last));
    return [
      yearOf(base, '+'),
      {
        label: say('affordability.areaIncomeForPersons', { year: String(areaIncome.year), size: base.size }),
        sign: '÷',
        value,
        unit: 'money',
        note: areaIncome.source,
        table: areaIncome.source,
      },
    ];
  },
};
