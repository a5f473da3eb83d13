import { since, worked, type Term } from '../../../basis/arithmetic/index';
import { say, type Words } from '../../../basis/words/index';
import { coveredName } from '../../../insuring/cover/index';
import { countIncome } from '../../../means/income/index';
import { sumLine } from '../asked';
import { type Base } from '../base';
import { type MeasureKind } from './measure';

/** Of everybody covered, whose benefit takes the place of the greatest share of what they earn. */
export const coverShare: MeasureKind = {
  label: 'Cover, share of earnings',
  means: say('affordability.coverShareOfEarnings'),
  unit: 'ratio',
  work(base) {
    const each = base.file.covers.map((cover) => sharesOf(base, cover));
    if (each.length === 0) return say('cover.whoIsCovered');
    const lacking = each.find((one) => !Array.isArray(one));
    if (lacking !== undefined) return lacking;
    return (each as Term[][]).reduce((most, terms) => (worked(terms).gt(worked(most)) ? terms : most));
  },
};

/** What somebody who is covered earns: all of it, whatever of theirs the household counts to carry the premium. */
function earningsOf({ file, counted, today }: Base, personId: string): Term[] {
  const person = file.people.find(({ id }) => id === personId);
  if (!person || !since(file, 4)) return counted.filter(({ income }) => income.personId === personId).map(({ counted: term }) => term);
  const { household } = file.product;
  const counts = { ...household.counts, [person.role]: { ...household.counts[person.role], income: 1 } };
  const whole = { ...file, product: { ...file.product, household: { ...household, counts } } };
  return file.incomes.filter((income) => income.personId === personId).flatMap((income) => countIncome(whole, income, today)?.counted ?? []);
}

function sharesOf(base: Base, cover: Base['file']['covers'][number]): Term[] | Words {
  const { file } = base;
  const name = coveredName(file, cover);
  if (cover.benefit === null) return say('cover.lacks', { name, what: 'benefit' });
  const earnings = sumLine(say('cover.earningsOf', { name }), '÷', earningsOf(base, cover.personId));
  if (earnings.value <= 0) return say('cover.earningsLack', { name });
  const place = { chapter: 'cover', anchor: `${cover.id}.benefit` };
  const benefit: Term = { label: say('cover.benefitOf', { name }), sign: '+', value: cover.benefit, unit: 'money', place, personId: cover.personId };
  const other: Term[] =
    (cover.otherCover ?? 0) > 0
      ? [
          {
            label: say('cover.otherCover'),
            sign: '+',
            value: cover.otherCover ?? 0,
            unit: 'money',
            place: { chapter: 'cover', anchor: `${cover.id}.otherCover` },
          },
        ]
      : [];
  return [benefit, ...other, earnings];
}
