import { say } from '../../../basis/words/index';
import { linesLack, lineTotals } from '../../../insuring/lines/index';
import { type MeasureKind } from './measure';

export const assistance: MeasureKind = {
  label: 'Assistance',
  means: say('affordability.assistanceTowardsPremium'),
  unit: 'money',
  work({ file, today }) {
    const rules = file.product.cover?.lines;
    if (!rules) return say('lines.whatIsCovered');
    return (
      linesLack(file, rules, today) ??
      lineTotals(file, today).levels.map(({ label, assistance: value, lines }) => ({
        label: say('lines.atLevel', { level: label, lines }),
        sign: '+' as const,
        value,
        unit: 'money' as const,
        place: { chapter: 'lines', anchor: 'lines' },
      }))
    );
  },
};
