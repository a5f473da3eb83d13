import { say, type Words } from '../../../basis/words/index';
import type { PathPart } from '../entry';
import { figuresOfSheet, ownFigures, type AskedFigure, type GuarantorSheet } from '../../../figures/guarantors/index';
import { isWorse, type Affordability } from '../../../figures/affordability/index';
import { debtProblem, debtsKeyedTwice } from '../../../means/commitments/index';
import { latestException } from '../../../evidence/conditions/index';
import { partProblemOf, partsGap } from '../../../lending/costs/index';
import type { IsoDate } from '../../../basis/dates/index';
import { needsAnother } from '../../../file/product/index';
import { agreementOf } from '../../../evidence/settling/index';
import type { FileState } from '../../../file/state/index';
import { evidenceDifferences, type IncomeQuestion } from '../../../means/income/index';
import { usesAndSources } from '../../../lending/uses/index';
import { downPaymentGap, isValueOld } from '../../../means/worth/index';
import type { Draft } from '../entry';

/** Whether a question that the figures raise was explained, with the figures as they are. */
export function explanationOf(file: Pick<FileState, 'explanations'>, subject: string): string | null {
  return file.explanations.find((explanation) => explanation.subject === subject && explanation.text !== null)?.text ?? null;
}

/** What income, commitments, worth and the figures put on the Path. */
export const carrying: PathPart = { code: 'carrying', entries: (file, { figures, guarantors, today }) => carryingEntries(file, figures, guarantors, today) };

function carryingEntries(file: FileState, figures: Affordability, guarantors: readonly GuarantorSheet[], today: IsoDate): Draft[] {
  return [
    ...requestEntries(file, today),
    ...assetEntries(file, today),
    ...debtEntries(file),
    ...evidenceEntries(file, today),
    ...questionEntries(file, figures.questions),
    ...ownFigures(figures.figures).flatMap((asked) => figureEntries(file, asked)),
    ...guarantors.flatMap((sheet) => guarantorEntries(file, sheet)),
  ];
}

function requestEntries(file: FileState, today: IsoDate): Draft[] {
  const entries: Draft[] = [];
  const add = (key: string, what: Words, why: Words, anchor: string, gate: Draft['gate'] = 'details'): void => {
    entries.push({ key, gate, what, why, holder: 'officer', place: { chapter: 'request', anchor } });
  };
  const { gap, stated } = usesAndSources(file);
  if (file.product.amountIs === 'loan' && stated && gap !== 0)
    add(
      'balance:request',
      gap > 0 ? say('path.whatPaidForHasNo', { gap: { money: gap } }) : say('path.sourcesAreMoreThanWhat', { over: { money: 0 - gap } }),
      say('path.whatPaidForMustCovered'),
      'amount',
    );
  const { price } = file.request;
  const purposes = file.uses.reduce((so, { amount }) => so + (amount ?? 0), 0);
  if (purposes > 0 && price !== null && price !== purposes)
    add(
      'balance:uses',
      say('path.purposesAddUpNotPrice', { purposes: { money: purposes }, price: { money: price } }),
      say('path.purposesAddUpWhatPaid'),
      'add-use',
    );
  const lacking = partsGap(file);
  if (lacking !== 0 && file.request.amount !== null)
    add(
      'balance:parts',
      say('path.partsAddUpNot', { parts: { money: file.request.amount - lacking }, amount: { money: file.request.amount } }),
      say('path.partsLoanAddUpIts'),
      'add-part',
    );
  for (const part of file.parts) {
    const problem = partProblemOf(file, part, today);
    if (problem) add(`part:${part.id}`, problem, say('path.partMustPossibleBeforeIts'), `${part.id}.kind`);
  }
  for (const { id, description, value, kind } of file.securities)
    if (value === null || kind === null)
      add(
        `security:${id}`,
        say('path.itsValue', { security: description ?? say('path.security'), lacking: kind === null ? 'kind' : 'value' }),
        say('path.whatMayLentOnSecurity'),
        `${id}.${kind === null ? 'kind' : 'value'}`,
        'gathering',
      );
  return entries;
}

function assetEntries(file: FileState, today: IsoDate): Draft[] {
  const entries: Draft[] = [];
  const { downPayment } = file.request;
  const entry = (key: string, gate: Draft['gate'], what: Words, why: Words, anchor: string): void => {
    entries.push({ key, gate, what, why, holder: 'officer', place: { chapter: 'worth', anchor } });
  };
  // What is paid at first of a lease is paid to us before the delivery: where it comes from shows then.
  if (downPayment !== null && !file.product.equipment && downPaymentGap(file) !== 0)
    entry(
      'balance:assets',
      'details',
      say('path.assetsNamedForDownPayment', { named: { money: downPayment - downPaymentGap(file) }, downPayment: { money: downPayment } }),
      say('path.sayWhereDownPaymentComes'),
      'add-asset',
    );
  for (const asset of file.assets) {
    const name = asset.description ?? say('path.asset');
    if (asset.value !== null && (asset.downPaymentPart ?? 0) > asset.value)
      entry(`over:${asset.id}`, 'details', say('path.moreGoesIntoDownPayment', { name }), say('path.noMoreThanAssetsValue'), `${asset.id}.downPaymentPart`);
    if (asset.kind === 'gift' && asset.donor === null)
      entry(`donor:${asset.id}`, 'details', say('path.whoGives', { name }), say('path.giftNamesWhoGivesAnd'), `${asset.id}.donor`);
    if (isValueOld(file.product, asset, today))
      entry(
        `old:${asset.id}`,
        'gathering',
        say('path.itsValueOlderThanDays', { name, valueAge: file.product.worth.valueAge }),
        say('path.valueCountsForDays', { valueAge: file.product.worth.valueAge }),
        `${asset.id}.valueOn`,
      );
  }
  return entries;
}

function debtEntries(file: FileState): Draft[] {
  const wrong = file.debts.flatMap<Draft>((debt) => {
    const problem = debtProblem(debt);
    if (!problem) return [];
    const subject = `debt:${debt.id}:${debt.payment ?? ''}/${debt.balance ?? ''}/${debt.limit ?? ''}`;
    if (explanationOf(file, subject) !== null) return [];
    return [
      {
        key: `question:${subject}`,
        gate: 'checking',
        what: say('path.debtProblem', { debt: debt.lender ?? say('path.debt'), problem }),
        why: say('path.figuresOneDebtMustPossible'),
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
      what: say('path.looksLikeOneDebtKeyed', { lender: second.lender ?? say('path.debt') }),
      why: say('path.debtTwoPeopleOweTogether'),
      holder: 'officer',
      place: { chapter: 'commitments', anchor: `${second.id}.lender` },
    }));
  return [...wrong, ...twice];
}

/** Where an accepted paper shows another amount than was stated, the evidenced one is relied on; it is taken over, or kept apart with a word. */
function evidenceEntries(file: FileState, today: IsoDate): Draft[] {
  return evidenceDifferences(file, today).flatMap<Draft>(({ income, what, subject }) => {
    const base = {
      key: `evidence:${income.id}`,
      what,
      why: say('path.statedAndEvidencedFiguresMust'),
      personId: income.personId,
      place: { chapter: 'income' as const, anchor: `evidence.${income.id}` },
    };
    if (needsAnother(file.product, 'paperDiffers')) return referredEntry(file, base, `income:${subject}`);
    return explanationOf(file, subject) === null ? [{ ...base, gate: 'gathering', holder: 'officer' }] : [];
  });
}

function questionEntries(file: FileState, questions: readonly IncomeQuestion[]): Draft[] {
  return questions.flatMap<Draft>((question) => {
    const place = { chapter: 'income' as const, anchor: question.incomeId ? `question.${question.incomeId}` : 'questions' };
    const base = { key: `question:${question.subject}`, why: question.why, what: question.what, personId: question.personId, place };
    if (!needsAnother(file.product, question.code))
      return explanationOf(file, question.subject) === null ? [{ ...base, gate: 'checking', holder: 'officer' }] : [];
    return referredEntry(file, base, `income:${question.subject}`);
  });
}

/** An entry of what an approver settles: it is the officer's to put to one, then the approver's to answer. */
function referredEntry(file: FileState, base: Omit<Draft, 'gate' | 'holder'>, subject: string): Draft[] {
  const { state, exception } = agreementOf(file, subject);
  if (state === 'granted') return [];
  const waiting = state === 'waiting' && exception !== null;
  return [{ ...base, gate: 'gathering', holder: waiting ? 'approver' : 'officer', ...(waiting ? { since: exception.askedAt } : {}) }];
}

/** What a guarantor can't carry, and what isn't known yet of whether they can. */
function guarantorEntries(file: FileState, sheet: GuarantorSheet): Draft[] {
  const { personId, name, why, figures } = sheet;
  const waiting = figures.find(({ verdict, waitingFor }) => verdict === 'unknown' && waitingFor !== null)?.waitingFor ?? null;
  const lacking: Draft[] =
    waiting === null
      ? []
      : [
          {
            key: `guarantor:${personId}`,
            gate: 'gathering',
            what: say('path.guarantorsSheetNeeds', { name, waiting }),
            why,
            holder: 'officer',
            personId,
            place: { chapter: 'request', anchor: 'figure.guarantors' },
          },
        ];
  return [...lacking, ...figuresOfSheet(sheet).flatMap((asked) => figureEntries(file, asked))];
}

function figureEntries(file: FileState, { subject, label, figure: { verdict, limit, value, measure }, personId }: AskedFigure): Draft[] {
  if ((verdict !== 'outside' && verdict !== 'refer') || limit === null || value === null) return [];
  const exception = latestException(file, subject);
  const covered = exception?.value != null && !isWorse(limit, value, exception.value);
  if (covered && exception.answer === 'granted') return [];
  const waiting = covered && exception.answer === null;
  return [
    {
      key: subject,
      gate: 'gathering',
      what: waiting ? say('path.outsideLimitExceptionAskedFor', { label, verdict }) : say('path.outsideLimit', { label, verdict }),
      why: limit.rule,
      holder: waiting ? 'approver' : 'officer',
      ...(waiting ? { since: exception.askedAt } : {}),
      personId,
      place: { chapter: 'request', anchor: personId === null ? `figure.${measure}` : 'figure.guarantors' },
    },
  ];
}
