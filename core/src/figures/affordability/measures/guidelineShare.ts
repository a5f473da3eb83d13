import { say } from '../../../basis/words/index';
import { guidelineFor } from '../../../means/living/index';
import { type MeasureKind } from './measure';
import { yearOf } from './lines';
export const guidelineShare: MeasureKind = {
  label: 'Share of the poverty guideline',
  means: say('affordability.yearlyIncomeCountsBeforeTax'),
  unit: 'ratio',
  work(base) {
    const { guideline } = base.file.pack;
    const line = guideline ? guidelineFor(guideline, base.region, base.size) : null;
    if (!guideline || line === null) return say('affordability.guidelinePlace');
    return [
      yearOf(base, '+'),
      {
        label: say('affordability.guidelineForPersons', { year: String(guideline.year), size: base.size }),
        sign: '÷',
        value: line,
        unit: 'money',
        note: guideline.source,
        table: guideline.source,
      },
    ];
  },
};
