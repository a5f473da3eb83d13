import { say } from '../../../basis/words/index';
import { personName } from '../../../file/state/index';
import { chosenOf } from '../../../insuring/cover/index';
import { type MeasureKind } from './measure';

export const benefits: MeasureKind = {
  label: 'Sum insured',
  means: say('affordability.sumInsuredAtMost'),
  unit: 'money',
  work({ file }) {
    if (file.covers.length === 0) return say('cover.whoIsCovered');
    const monthsOf = (chosen: string | null) => chosenOf(file.product.cover?.benefitMonths, chosen);
    const lacking = file.covers.find(({ benefit, benefitMonths }) => benefit === null || monthsOf(benefitMonths) === null);
    const nameOf = (personId: string) => {
      const person = file.people.find(({ id }) => id === personId);
      return person ? personName(person) : say('cover.somebody');
    };
    if (lacking) return say('cover.lacks', { name: nameOf(lacking.personId), what: lacking.benefit === null ? 'benefit' : 'benefitMonths' });
    return file.covers.map(({ id, personId, benefit, benefitMonths }) => ({
      label: nameOf(personId),
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
