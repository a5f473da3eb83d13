import { say } from '../../../basis/words/index';
import { chosenOf, coveredName } from '../../../insuring/cover/index';
import { lineCosts, linesLack } from '../../../insuring/lines/index';
import { type MeasureKind } from './measure';

export const benefits: MeasureKind = {
  label: 'Sum insured',
  means: say('affordability.sumInsuredAtMost'),
  unit: 'money',
  work({ file, today }) {
    const rules = file.product.cover?.lines;
    if (rules) return linesLack(file, rules, today) ?? lineCosts(file, today).flatMap((cost) => (cost ? [cost.insuredTerm] : []));
    if (file.covers.length === 0) return say('cover.whoIsCovered');
    const monthsOf = (chosen: string | null) => chosenOf(file.product.cover?.benefitMonths, chosen);
    const lacking = file.covers.find(({ benefit, benefitMonths }) => benefit === null || monthsOf(benefitMonths) === null);
    if (lacking) return say('cover.lacks', { name: coveredName(file, lacking), what: lacking.benefit === null ? 'benefit' : 'benefitMonths' });
    return file.covers.map(({ id, personId, benefit, benefitMonths }) => ({
      label: coveredName(file, { personId }),
      sign: '+',
      value: (benefit ?? 0) * (monthsOf(benefitMonths) ?? 0),
      unit: 'money',
      personId,
      terms: [
        { label: say('cover.benefitMonth'), sign: '+', value: benefit ?? 0, unit: 'money', place: { chapter: 'cover', anchor: `${id}.benefit` } },
        {
          label: say('cover.monthsPaid'),
          sign: '×',
          value: monthsOf(benefitMonths) ?? 0,
          unit: 'count',
          place: { chapter: 'cover', anchor: `${id}.benefitMonths` },
        },
      ],
    }));
  },
};
