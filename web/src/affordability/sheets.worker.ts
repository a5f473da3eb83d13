import {
  annualPercentageRate,
  costsOf,
  feesPaid,
  partInWords,
  sensitivityOf,
  settlementTerms,
  stressOf,
  totalPayableOf,
  whatFits,
  type AffordabilityInput,
  type Aim,
  type CostsInput,
  type FitInput,
  type IsoDate,
  type Minor,
  type SensitivityTable,
  type Stress,
  type Term,
  type WhatFits,
  type Words,
} from '@cavren/core';
import { expose } from 'comlink';

/** What a request costs, as plain values. */
export interface CostSheet {
  parts: { id: string | null; label: string; words: Words; amount: Minor; monthly: Minor; interest: Minor; payments: number }[];
  fees: Term[];
  amount: Minor;
  principal: Minor;
  paidOut: Minor;
  withheld: Minor;
  interest: Minor;
  totalPayable: Minor;
  rates: { regulationZ: number | null; directive: number | null };
  advanceOn: IsoDate;
  lastOn: IsoDate;
  /** What settles it on the day that was asked about. */
  settlement: Term[];
}

/** Works costs, stress and what would fit beside the screen's thread, so that typing never waits for them. */
const worker = {
  costs(file: CostsInput, today: IsoDate, settledOn: IsoDate | null): CostSheet | null {
    const costs = costsOf(file, today);
    const rules = file.product.costs;
    if (!costs || !rules) return null;
    return {
      parts: costs.parts.map(({ id, offer, terms, monthly, schedule }) => ({
        id,
        label: offer.label,
        words: partInWords(terms),
        amount: terms.principal,
        monthly,
        interest: schedule.totalInterest,
        payments: schedule.rows.filter(({ payment }) => payment > 0).length,
      })),
      fees: costs.fees.map(({ term }) => term),
      amount: costs.amount,
      principal: costs.principal,
      paidOut: costs.paidOut,
      withheld: feesPaid(costs.fees, 'withheld'),
      interest: costs.schedule.totalInterest,
      totalPayable: totalPayableOf(costs),
      rates: { regulationZ: annualPercentageRate(costs, 'regulationZ'), directive: annualPercentageRate(costs, 'directive') },
      advanceOn: costs.advanceOn,
      lastOn: costs.schedule.rows.at(-1)?.dueOn ?? costs.advanceOn,
      settlement: settledOn !== null && settledOn >= costs.advanceOn ? settlementTerms(costs, rules, settledOn) : [],
    };
  },
  stress: (file: AffordabilityInput, today: IsoDate): Stress | null => stressOf(file, today),
  sensitivity: (file: AffordabilityInput, today: IsoDate): SensitivityTable | null => sensitivityOf(file, today),
  fit: (file: FitInput, today: IsoDate, aim: Aim): WhatFits | null => whatFits(file, today, aim),
};
export type SheetsWorker = typeof worker;
expose(worker);
