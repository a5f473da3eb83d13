import { say } from '../../../basis/words/index';
import { requestLacks } from '../../../lending/costs/index';
import { leftAtEnd } from '../../../credit/parts/index';
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
      .map((part) => ({ ...part, left: part.terms.balloon > 0 ? part.terms.balloon : leftAtEnd(part.terms) }))
      .filter(({ left }) => left > 0)
      .map(({ id, offer, terms, left }) => ({
        label: offer.label,
        sign: '+' as const,
        value: left,
        unit: 'money' as const,
        place: { chapter: 'request' as const, anchor: id === null ? 'amount' : `${id}.${terms.kind === 'revolving' ? 'lineEndsOn' : 'balloon'}` },
      }));
    return [sumLine(say('affordability.finalBalloons'), '+', balloons), { ...amountTerm(costs.amount), sign: '÷' }];
  },
};
