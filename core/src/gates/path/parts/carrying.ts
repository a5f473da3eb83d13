import type { PathPart } from '../entry';
import { isWorse, type Affordability, type Figure } from '../../../figures/affordability/index';
import { debtProblem, debtsKeyedTwice } from '../../../means/commitments/index';
import { latestException } from '../../../evidence/conditions/index';
import { partProblemOf, partsGap } from '../../../lending/costs/index';
import type { IsoDate } from '../../../basis/dates/index';
import { personName, type FileState } from '../../../file/state/index';
import { evidencedAmount, statedFigure, type IncomeQuestion } from '../../../means/income/index';
import { moneyIn } from '../../../basis/money/index';
import { usesAndSources } from '../../../lending/uses/index';
import { downPaymentGap, isValueOld } from '../../../means/worth/index';
import type { Draft } from '../entry';

/** Whether a question that the figures raise was explained, with the figures as they are. */
export function explanationOf(file: Pick<FileState, 'explanations'>, subject: string): string | null {
  return file.explanations.find((explanation) => explanation.subject === subject && explanation.text !== null)?.text ?? null;
}

/** A question that only an approver settles: what is said by an officer goes to one. */
export const isReferred = ({ code }: Pick<IncomeQuestion, 'code'>): boolean => code === 'falling';

/** What income, commitments, worth and the figures put on the Path. */
export const carrying: PathPart = { code: 'carrying', entries: (file, { figures, today }) => carryingEntries(file, figures, today) };

function carryingEntries(file: FileState, figures: Affordability, today: IsoDate): Draft[] {
  return [
    ...requestEntries(file, today),
    ...assetEntries(file, today),
    ...debtEntries(file),
    ...evidenceEntries(file),
    ...questionEntries(file, figures.questions),
    ...figures.figures.flatMap((figure) => figureEntries(file, figure)),
  ];
}

function requestEntries(file: FileState, today: IsoDate): Draft[] {
  const entries: Draft[] = [];
  const show = moneyIn(file.pack);
  const add = (key: string, what: string, why: string, anchor: string, gate: Draft['gate'] = 'details'): void => {
    entries.push({ key, gate, what, why, holder: 'officer', place: { chapter: 'request', anchor } });
  };
  const { gap, stated } = usesAndSources(file);
  if (file.product.amountIs === 'loan' && stated && gap !== 0)
    add(
      'balance:request',
      gap > 0 ? `${show(gap)} of what is paid for has no source` : `Sources are ${show(0 - gap)} more than what is paid for`,
      'What is paid for must be covered to the cent by the loan, the down payment and other sources.',
      'amount',
    );
  const { price } = file.request;
  const purposes = file.uses.reduce((so, { amount }) => so + (amount ?? 0), 0);
  if (purposes > 0 && price !== null && price !== purposes)
    add('balance:uses', `Purposes add up to ${show(purposes)}, not the price of ${show(price)}`, 'Purposes add up to what is paid for.', 'add-use');
  const lacking = partsGap(file);
  if (lacking !== 0 && file.request.amount !== null)
    add(
      'balance:parts',
      `Parts add up to ${show(file.request.amount - lacking)}, not ${show(file.request.amount)}`,
      'The parts of a loan add up to its amount.',
      'add-part',
    );
  for (const part of file.parts) {
    const problem = partProblemOf(file, part, today);
    if (problem) add(`part:${part.id}`, problem, 'A part must be possible before its payments can be worked out.', `${part.id}.kind`);
  }
  for (const { id, description, value, kind } of file.securities)
    if (value === null || kind === null)
      add(
        `security:${id}`,
        `${description ?? 'A security'}: ${kind === null ? 'its kind' : 'its value'}`,
        'What may be lent on a security follows from its kind and value.',
        `${id}.${kind === null ? 'kind' : 'value'}`,
        'gathering',
      );
  return entries;
}

function assetEntries(file: FileState, today: IsoDate): Draft[] {
  const entries: Draft[] = [];
  const { downPayment } = file.request;
  const show = moneyIn(file.pack);
  const entry = (key: string, gate: Draft['gate'], what: string, why: string, anchor: string): void => {
    entries.push({ key, gate, what, why, holder: 'officer', place: { chapter: 'worth', anchor } });
  };
  if (downPayment !== null && downPaymentGap(file) !== 0)
    entry(
      'balance:assets',
      'details',
      `Assets named for the down payment add up to ${show(downPayment - downPaymentGap(file))}, not ${show(downPayment)}`,
      'Every unit of the down payment has a source.',
      'add-asset',
    );
  for (const asset of file.assets) {
    const name = asset.description ?? 'Asset';
    if (asset.value !== null && (asset.downPaymentPart ?? 0) > asset.value)
      entry(
        `over:${asset.id}`,
        'details',
        `${name}: more goes into the down payment than is there`,
        'No more than an asset’s value can be used.',
        `${asset.id}.downPaymentPart`,
      );
    if (asset.kind === 'gift' && asset.donor === null)
      entry(`donor:${asset.id}`, 'details', `${name}: who gives it`, 'A gift names who gives it, and that it needn’t be paid back.', `${asset.id}.donor`);
    if (isValueOld(file.product, asset, today))
      entry(
        `old:${asset.id}`,
        'gathering',
        `${name}: its value is older than ${file.product.worth.valueAge} days`,
        `A value counts for ${file.product.worth.valueAge} days.`,
        `${asset.id}.valueOn`,
      );
  }
  return entries;
}

function debtEntries(file: FileState): Draft[] {
  const wrong = file.debts.flatMap<Draft>((debt) => {
    const problem = debtProblem(debt, moneyIn(file.pack));
    if (!problem) return [];
    const subject = `debt:${debt.id}:${debt.payment ?? ''}/${debt.balance ?? ''}/${debt.limit ?? ''}`;
    if (explanationOf(file, subject) !== null) return [];
    return [
      {
        key: `question:${subject}`,
        gate: 'checking',
        what: `${debt.lender ?? 'Debt'}: ${problem.charAt(0).toLowerCase()}${problem.slice(1)}`,
        why: 'The figures of one debt must be possible together.',
        holder: 'officer',
        place: { chapter: 'commitments', anchor: `${debt.id}.payment` },
      },
    ];
  });
  const twice = debtsKeyedTwice(file)
    .filter(({ subject }) => explanationOf(file, subject) === null)
    .map<Draft>(({ second, subject }) => ({
      key: `question:${subject}`,
      gate: 'checking',
      what: `${second.lender ?? 'A debt'} looks like one debt keyed twice`,
      why: 'A debt that two people owe together counts once: take one away and name both as owners.',
      holder: 'officer',
      place: { chapter: 'commitments', anchor: `${second.id}.lender` },
    }));
  return [...wrong, ...twice];
}

/** Where an accepted paper shows another amount than was stated, the evidenced one is relied on until the stated one is corrected. */
function evidenceEntries(file: FileState): Draft[] {
  const show = moneyIn(file.pack);
  return file.incomes.flatMap<Draft>((income) => {
    const evidence = evidencedAmount(file, income.id);
    const stated = statedFigure(income);
    if (!evidence || stated === null || evidence.amount === stated) return [];
    const person = file.people.find(({ id }) => id === income.personId);
    return [
      {
        key: `evidence:${income.id}`,
        gate: 'gathering',
        what: `${income.source ?? 'Income'} of ${person ? personName(person) : 'somebody'}: stated ${show(stated)}, the paper shows ${show(evidence.amount)}`,
        why: 'Stated and evidenced figures must agree; the evidenced one is relied on meanwhile.',
        holder: 'officer',
        personId: income.personId,
        place: { chapter: 'income', anchor: `${income.id}.amount` },
      },
    ];
  });
}

function questionEntries(file: FileState, questions: readonly IncomeQuestion[]): Draft[] {
  return questions.flatMap<Draft>((question) => {
    const place = { chapter: 'income' as const, anchor: question.incomeId ? `question.${question.incomeId}` : 'questions' };
    const base = { key: `question:${question.subject}`, why: question.why, what: question.what, personId: question.personId, place };
    if (!isReferred(question)) return explanationOf(file, question.subject) === null ? [{ ...base, gate: 'checking', holder: 'officer' }] : [];
    const exception = latestException(file, `income:${question.subject}`);
    if (exception?.answer === 'granted') return [];
    const waiting = exception !== null && exception.answer === null;
    return [{ ...base, gate: 'gathering', holder: waiting ? 'approver' : 'officer', ...(waiting ? { since: exception.askedAt } : {}) }];
  });
}

function figureEntries(file: FileState, figure: Figure): Draft[] {
  const { verdict, limit, value, measure, label } = figure;
  if ((verdict !== 'outside' && verdict !== 'refer') || limit === null || value === null) return [];
  const exception = latestException(file, `figure:${measure}`);
  const covered = exception?.value != null && !isWorse(limit, value, exception.value);
  if (covered && exception.answer === 'granted') return [];
  const waiting = covered && exception.answer === null;
  const state = verdict === 'refer' ? 'lies where an approver has to weigh it' : 'is outside the limit';
  return [
    {
      key: `figure:${measure}`,
      gate: 'gathering',
      what: waiting ? `${label} ${verdict === 'refer' ? 'goes to an approver: asked' : 'outside the limit: exception asked for'}` : `${label} ${state}`,
      why: limit.rule,
      holder: waiting ? 'approver' : 'officer',
      ...(waiting ? { since: exception.askedAt } : {}),
      place: { chapter: 'request', anchor: `figure.${measure}` },
    },
  ];
}
