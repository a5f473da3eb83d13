import { applicantOf } from '../../file/state/index';
import { costsOf } from '../../lending/costs/index';
import { livingCosts } from '../../means/living/index';
import { housingTerms, debtTerms } from '../../means/commitments/index';
import type { Home } from '../../people/home/index';
import { homeNow, householdOf } from '../../people/household/index';
import { since, total } from '../../basis/arithmetic/index';
import { countIncomes } from '../../means/income/index';
import type { IsoDate } from '../../basis/dates/index';
import { premiumOf, type Premium } from '../../insuring/premium/index';
import type { Costs } from '../../lending/costs/index';
import type { LivingCosts } from '../../means/living/index';
import type { Term } from '../../basis/arithmetic/index';
import type { CountedIncome } from '../../means/income/index';
import { netLines } from './net';
import { leasePaymentTerm } from '../../leasing/equipment/index';
import { paymentTerm, premiumTerm, rentTerm } from './asked';
import type { AffordabilityInput } from './input';
/** What doesn't depend on the request but for its term and start: income, household and living costs. */
export interface Ground {
  counted: CountedIncome[];
  /** Lines of income on the product's basis. */
  income: Term[];
  grossLines: Term[];
  gross: number;
  /** Lines of what is left of it after tax; null where the place has no tax table, or nothing needs it. */
  net: Term[] | null;
  /** Lines of income that what is left each month is counted from: after tax, and as the product counts before version 3. Null where the place has no tax table. */
  spendable: Term[] | null;
  housing: Term[];
  living: LivingCosts;
  size: number;
  /** Where the applicant lives now. */
  home: Home | null;
  region: string | null;
}

export interface Base extends Ground {
  file: AffordabilityInput;
  today: IsoDate;
  before: Term[];
  kept: Term[];
  costs: Costs | null;
  /** What cover costs; null where nothing is insured, or something lacks. */
  premium: Premium | null;
  asked: Term | null;
}

/** Works what stays the same while a request is changed; it may be kept for files with the same people, incomes, homes, living costs, term and start. */
export function groundOf(file: AffordabilityInput, today: IsoDate): Ground {
  const counted = countIncomes(file, today);
  const { product } = file;
  const grossLines = counted.map(({ counted: term }) => term);
  const gross = total(grossLines);
  const afterTax = since(file, 3);
  const needed = afterTax || product.income.basis === 'net' || product.measures.includes('residualIncome');
  const net = needed ? netLines(file, counted, today) : null;
  const income = product.income.basis === 'net' ? (net ?? []) : grossLines;
  const applicant = applicantOf(file);
  const home = applicant ? homeNow(file, applicant.id) : null;
  const region = home?.region || null;
  const size = Math.max(1, householdOf(file, today).size);
  return {
    counted,
    income,
    grossLines,
    gross,
    net,
    spendable: afterTax ? net : income,
    housing: housingTerms(file),
    living: livingCosts(file, { size, region, yearlyIncome: gross * 12 }),
    size,
    home,
    region,
  };
}

export function baseOf(file: AffordabilityInput, today: IsoDate, ground: Ground = groundOf(file, today)): Base {
  const { product } = file;
  const stay = product.amountIs === 'rent' && !file.staysHome ? [] : ground.housing;
  const costs = product.amountIs === 'loan' ? costsOf(file, today) : null;
  const premium = product.cover ? premiumOf(file, today) : null;
  return {
    ...ground,
    file,
    today,
    before: [...ground.housing, ...debtTerms(file, today, false)],
    kept: [...stay, ...debtTerms(file, today, true)],
    costs,
    premium,
    asked: costs ? paymentTerm(costs) : premium ? premiumTerm(premium) : product.equipment ? leasePaymentTerm(file) : rentTerm(file, ground.counted),
  };
}
