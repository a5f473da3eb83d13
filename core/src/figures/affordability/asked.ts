import { say, type Words } from '../../basis/words/index';
import { kindOfIncome } from '../../means/income/index';
import type { CountedIncome } from '../../means/income/index';
import type { IsoDate } from '../../basis/dates/index';
import { premiumLacks, type Premium } from '../../insuring/premium/index';
import { inPercent, roundTo, total, worked } from '../../basis/arithmetic/index';
import type { Term } from '../../basis/arithmetic/index';
import { dearerRate, requestLacks, type Costs } from '../../lending/costs/index';
import type { AffordabilityInput } from './input';
/** What the loan takes a month: the lines of its parts where it has several. */
export function paymentTerm({ parts, payment }: Costs): Term {
  const lines = parts.map(({ monthlyTerm }) => monthlyTerm);
  const [only] = lines;
  const opened: Pick<Term, 'note' | 'terms'> =
    only && lines.length === 1 ? { ...(only.note ? { note: only.note } : {}), ...(only.terms ? { terms: only.terms } : {}) } : { terms: lines };
  return {
    label: say('affordability.paymentThisLoan'),
    sign: '+',
    value: payment,
    unit: 'money',
    place: { chapter: 'request', anchor: 'amount' },
    ref: 'payment',
    ...opened,
  };
}

export function stressedTerm({ parts, stressedPayment }: Costs): Term {
  const rates = parts.map(({ offer, terms }) => inPercent(dearerRate(terms, offer.stressAdded)));
  return {
    label: say('affordability.paymentThisLoan'),
    sign: '+',
    value: stressedPayment,
    unit: 'money',
    ref: 'stressedPayment',
    note: say('affordability.withRateAtYear', { rates: { all: rates, by: 'comma' } }),
    place: { chapter: 'request', anchor: 'amount' },
  };
}

/** What is left for the household to pay of the rent asked, after subsidies. */
export function rentTerm(file: AffordabilityInput, counted: readonly CountedIncome[]): Term | null {
  const { amount } = file.request;
  if (file.product.amountIs !== 'rent' || amount === null || amount <= 0) return null;
  const subsidies = counted.filter(({ income, monthly }) => kindOfIncome(income.kind)?.offRent && monthly > 0);
  const rent: Term = { label: say('affordability.rentMonth'), sign: '+', value: amount, unit: 'money', place: { chapter: 'request', anchor: 'amount' } };
  if (subsidies.length === 0) return { ...rent, label: say('affordability.rentAsked') };
  let left: number = amount;
  const lines = subsidies.map<Term>(({ income, monthly }) => {
    const taken = Math.min(left, monthly);
    left -= taken;
    return {
      label: income.source ?? say('affordability.rentSubsidy'),
      sign: '−',
      value: taken,
      unit: 'money',
      place: { chapter: 'income', anchor: `${income.id}.amount` },
    };
  });
  return { label: say('affordability.ownShareRent'), sign: '+', value: left, unit: 'money', terms: [rent, ...lines] };
}

/** All payments of a year for cover. */
export const premiumYearTerms = ({ each, eachTerms, mode }: Premium): Term[] => [
  { label: say('cover.payable', { mode: mode.label }), sign: '+', value: each, unit: 'money', terms: eachTerms },
  { label: say('cover.paymentsAYear'), sign: '×', value: mode.perYear, unit: 'count' },
];

/** What cover takes a month: each payment as often as it is due in a year, over twelve. */
export function premiumTerm(premium: Premium): Term {
  const terms: Term[] = [...premiumYearTerms(premium), { label: say('affordability.monthsYear'), sign: '÷', value: 12, unit: 'count' }];
  return { label: say('affordability.premiumMonth'), sign: '+', value: roundTo('money', worked(terms)), unit: 'money', terms };
}

/** What lacks of what is asked for. */
export const askedLacks = (file: AffordabilityInput, today: IsoDate): Words => (file.product.cover ? premiumLacks(file, today) : null) ?? requestLacks(file);

export const sumLine = (label: Words, sign: Term['sign'], terms: Term[]): Term => ({ label, sign, value: total(terms), unit: 'money', terms });
