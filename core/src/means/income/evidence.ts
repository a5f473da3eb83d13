import { say, type Words } from '../../basis/words/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { personName, type FileState } from '../../file/state/index';
import type { Income } from './fields';
import { evidencedAmount, statedFigure } from './income';

/** An income whose accepted paper shows another figure than was stated. */
export interface EvidenceDifference {
  income: Income;
  stated: Minor;
  evidenced: Minor;
  /** What a word on it is kept under, with both figures: when one of them changes, it is asked again. */
  subject: string;
  /** The difference as it is said. */
  what: Words;
}

type EvidenceInput = Pick<FileState, 'incomes' | 'settlements' | 'papers' | 'people'>;

const wordsOf = (file: Pick<FileState, 'people'>, income: Income, stated: Minor, evidenced: Minor): Words => {
  const person = file.people.find(({ id }) => id === income.personId);
  return say('path.statedPaperShows', {
    income: income.source ?? say('path.incomeUnnamed'),
    person: person ? personName(person) : say('path.somebody'),
    stated: { money: stated },
    evidenced: { money: evidenced },
  });
};

/** Every income whose accepted paper shows another figure than was stated; what the paper shows counts meanwhile. Whole minor units. */
export function evidenceDifferences(file: EvidenceInput, today: IsoDate): EvidenceDifference[] {
  return file.incomes.flatMap((income) => {
    const evidenced = evidencedAmount(file, income.id)?.amount ?? null;
    const stated = statedFigure(file, income, today);
    if (evidenced === null || stated === null || evidenced === stated) return [];
    return [{ income, stated, evidenced, subject: `evidence:${income.id}:${stated}/${evidenced}`, what: wordsOf(file, income, stated, evidenced) }];
  });
}

/**
 * What a word was about that was kept on such a difference, from its subject, also when the figures have changed since; null
 * for any other subject, or an income that isn't in the file any more.
 */
export function evidenceExplained(file: Pick<FileState, 'incomes' | 'people'>, subject: string): Words | null {
  const [, id, stated, evidenced] = /^evidence:([^:]+):(-?\d{1,15})\/(-?\d{1,15})$/.exec(subject) ?? [];
  const income = file.incomes.find((one) => one.id === id);
  return income ? wordsOf(file, income, minor(Number(stated)), minor(Number(evidenced))) : null;
}
