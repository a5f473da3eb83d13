import type { Affordability } from '../affordability/index';
import { plays, type FileState } from '../../file/state/index';
import { homeNow } from '../../people/household/index';
import type { Chapter } from '../../file/product/index';

export interface RepaymentFactor {
  /** As 12 CFR 1026.43(c)(2) numbers it. */
  number: 'i' | 'ii' | 'iii' | 'iv' | 'v' | 'vi' | 'vii' | 'viii';
  what: string;
  considered: boolean;
  /** What it was considered from, or what is missing. */
  how: string;
  chapter: Chapter;
}

/** The question of a product by which loans taken at the same time are asked after. */
export const ALONGSIDE_QUESTION = 'loansAlongside';
/** The question of a product by which debts, alimony and child support are asked after. */
export const DEBTS_QUESTION = 'debtsAndSupport';

/**
 * The eight factors of a repayment-ability determination, each with what the file considers it from.
 * Source: 12 CFR 1026.43(c)(2)(i) to (viii).
 */
export function repaymentFactors(
  file: Pick<FileState, 'people' | 'homes' | 'incomes' | 'works' | 'debts' | 'assets' | 'answers' | 'relations' | 'product'>,
  figures: Affordability,
): RepaymentFactor[] {
  const owing = file.people.filter((person) => person.kind === 'person' && plays(person, ['applicant', 'coApplicant']));
  const answered = (question: string): boolean =>
    owing.length > 0 && owing.every(({ id }) => file.answers.some((answer) => answer.personId === id && answer.question === question && answer.value !== null));
  const value = (measure: string): boolean => figures.figures.some((figure) => figure.measure === measure && figure.value !== null);
  const counting = figures.incomes.filter(({ counted }) => counted.value > 0).length;
  const homes = owing.map(({ id }) => homeNow(file, id));
  const alongside = file.debts.filter(({ kind }) => kind === 'alongside').length;
  const others = file.debts.filter(({ kind }) => kind !== 'alongside').length;
  const said = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;
  const factor = (number: RepaymentFactor['number'], what: string, chapter: Chapter, considered: boolean, how: string, lacking: string): RepaymentFactor => ({
    number,
    what,
    chapter,
    considered,
    how: considered ? how : lacking,
  });
  return [
    factor(
      'i',
      'Income or assets, now or reasonably expected',
      'income',
      counting > 0,
      said(counting, 'source counts', 'sources count'),
      'No income counts yet',
    ),
    factor(
      'ii',
      'Employment, where the income of it is relied on',
      'income',
      owing.length > 0 &&
        owing.every(
          ({ id }) =>
            file.works.some(({ personId, since }) => personId === id && since !== null) ||
            !file.incomes.some(({ personId, kind }) => personId === id && kind === 'wage'),
        ),
      said(file.works.length, 'entry in the work history', 'entries in the work history'),
      'The work history of somebody with a wage is missing',
    ),
    factor(
      'iii',
      'The monthly payment of this loan',
      'request',
      figures.schedule !== null,
      'What all parts take a month, from the schedule',
      'The request isn’t complete',
    ),
    factor(
      'iv',
      'Loans taken at the same time',
      'declarations',
      alongside > 0 || answered(ALONGSIDE_QUESTION),
      alongside > 0 ? said(alongside, 'loan is in the obligations', 'loans are in the obligations') : 'Asked and answered',
      'Not asked, or not answered by everyone',
    ),
    factor(
      'v',
      'Taxes, insurance and other costs of the home',
      'home',
      homes.length > 0 && homes.every((home) => home !== null && home.monthlyCost !== null),
      'The housing cost of every applicant',
      'A housing cost is missing',
    ),
    factor(
      'vi',
      'Debts, alimony and child support',
      'commitments',
      others > 0 || answered(DEBTS_QUESTION),
      others > 0 ? said(others, 'debt is in the file', 'debts are in the file') : 'Asked and answered',
      'No debt is stated, and nobody was asked whether there is none',
    ),
    factor(
      'vii',
      'Debt-to-income or residual income',
      'request',
      value('dtiAfter') || value('residualIncome'),
      'In the figures strip',
      'It can’t be worked out yet',
    ),
    // No credit report is asked for by any product yet, so this one is never said to be considered.
    factor('viii', 'Credit history', 'checks', false, '', 'No credit report is part of this product’s checks'),
  ];
}
