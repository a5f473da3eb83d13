import { guidelineFor } from '../../../means/living/index';
import { type MeasureKind } from './measure';
import { yearOf } from './lines';
export const guidelineShare: MeasureKind = {
  label: 'Share of the poverty guideline',
  means: 'The yearly income that counts, before tax, over the federal poverty guideline for the household.',
  unit: 'ratio',
  work(base) {
    const { guideline } = base.file.pack;
    const line = guideline ? guidelineFor(guideline, base.region, base.size) : null;
    if (!guideline || line === null) return 'a guideline of the place';
    return [
      yearOf(base, '+'),
      {
        label: `Guideline ${guideline.year} for ${base.size} ${base.size === 1 ? 'person' : 'persons'}`,
        sign: '÷',
        value: line,
        unit: 'money',
        note: guideline.source,
      },
    ];
  },
};
