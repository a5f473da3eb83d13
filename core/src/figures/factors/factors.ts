import { say, type Words } from '../../basis/words/index';
import type { Affordability } from '../affordability/index';
import { plays, type FileState } from '../../file/state/index';
import { homeNow } from '../../people/household/index';
import type { Chapter } from '../../file/product/index';

export interface RepaymentFactor {
  /** As 12 CFR 1026.43(c)(2) numbers it. */
  number: 'i' | 'ii' | 'iii' | 'iv' | 'v' | 'vi' | 'vii' | 'viii';
  what: Words;
  considered: boolean;
  /** What it was considered from, or what is missing. */
  how: Words;
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
  const factor = (number: RepaymentFactor['number'], what: Words, chapter: Chapter, considered: boolean, how: Words, lacking: Words): RepaymentFactor => ({
    number,
    what,
    chapter,
    considered,
    how: considered ? how : lacking,
  });
  return [
    factor('i', say('factors.incomeOrAssetsNowOr'), 'income', counting > 0, say('factors.sourcesCount', { count: counting }), say('factors.noIncomeCountsYet')),
    factor(
      'ii',
      say('factors.employmentWhereIncomeReliedOn'),
      'income',
      owing.length > 0 &&
        owing.every(
          ({ id }) =>
            file.works.some(({ personId, since }) => personId === id && since !== null) ||
            !file.incomes.some(({ personId, kind }) => personId === id && kind === 'wage'),
        ),
      say('factors.entriesWorkHistory', { count: file.works.length }),
      say('factors.workHistorySomebodyWithWage'),
    ),
    factor(
      'iii',
      say('factors.monthlyPaymentThisLoan'),
      'request',
      figures.schedule !== null,
      say('factors.whatAllPartsTakeMonth'),
      say('factors.requestIsntComplete'),
    ),
    factor(
      'iv',
      say('factors.loansTakenAtSameTime'),
      'declarations',
      alongside > 0 || answered(ALONGSIDE_QUESTION),
      alongside > 0 ? say('factors.loansAreObligations', { count: alongside }) : say('factors.askedAndAnswered'),
      say('factors.notAskedOrNotAnswered'),
    ),
    factor(
      'v',
      say('factors.taxesInsuranceAndOtherCosts'),
      'home',
      homes.length > 0 && homes.every((home) => home !== null && home.monthlyCost !== null),
      say('factors.housingCostEveryApplicant'),
      say('factors.housingCostMissing'),
    ),
    factor(
      'vi',
      say('factors.debtsAlimonyAndChildSupport'),
      'commitments',
      others > 0 || answered(DEBTS_QUESTION),
      others > 0 ? say('factors.debtsAreFile', { count: others }) : say('factors.askedAndAnswered'),
      say('factors.noDebtStatedAndNobody'),
    ),
    factor(
      'vii',
      say('factors.debtIncomeOrResidualIncome'),
      'request',
      value('dtiAfter') || value('residualIncome'),
      say('factors.figuresStrip'),
      say('factors.cantWorkedOutYet'),
    ),
    // No credit report is asked for by any product yet, so this one is never said to be considered.
    factor('viii', say('factors.creditHistory'), 'checks', false, '', say('factors.noCreditReportPartThis')),
  ];
}
