import type { Term } from '../../../basis/arithmetic/index';
import { say, type Words } from '../../../basis/words/index';
import { linesLack, lineTotals } from '../../../insuring/lines/index';
import { assistanceLacks, assistanceOf, asksAssistance } from '../../../insuring/assistance/index';
import type { Base } from '../base';
import { type MeasureKind } from './measure';

/** What a household is given each month by its income: for the plans chosen, else at most. */
function towardsPersons(file: Base['file'], today: Base['today']): Term[] | Words {
  if (!asksAssistance(file)) return say('assistance.notAsked');
  const given = assistanceOf(file, today);
  return given ? [given.amount ?? given.most] : (assistanceLacks(file, today)?.what ?? say('cover.whoIsCovered'));
}

export const assistance: MeasureKind = {
  label: 'Assistance',
  labelOfCare: 'Assistance a month',
  means: say('affordability.assistanceTowardsPremium'),
  unit: 'money',
  work({ file, today }) {
    const rules = file.product.cover?.lines;
    if (!rules) return towardsPersons(file, today);
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
