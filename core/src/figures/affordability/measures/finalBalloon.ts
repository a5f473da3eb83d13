import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { amountTerm } from './lines';
export const finalBalloon: MeasureKind = {
  label: 'Left to the end',
  means: say('affordability.whatIsLeftToEnd'),
  unit: 'ratio',
  work({ costs, file }) {
    if (!costs) return requestLacks(file);
    const balloons = costs.parts
      .filter(({ terms }) => terms.balloon > 0)
      .map(({ id, offer, terms }) => ({
        label: offer.label,
        sign: '+' as const,
        value: terms.balloon,
        unit: 'money' as const,
        place: { chapter: 'request' as const, anchor: id === null ? 'amount' : `${id}.balloon` },
      }));
    return [sumLine(say('affordability.finalBalloons'), '+', balloons), { ...amountTerm(costs.amount), sign: '÷' }];
  },
};
