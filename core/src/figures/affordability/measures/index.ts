import { apr } from './apr';
import { areaIncomeShare } from './areaIncomeShare';
import { assistance } from './assistance';
import { benefits } from './benefits';
import { combinedLtv } from './combinedLtv';
import { coverShare } from './coverShare';
import { debtServiceCover } from './debtServiceCover';
import { dtiAfter } from './dtiAfter';
import { dtiBefore } from './dtiBefore';
import { finalBalloon } from './finalBalloon';
import { guidelineShare } from './guidelineShare';
import { housingShare } from './housingShare';
import { lendingValue } from './lendingValue';
import { loanToIncome } from './loanToIncome';
import { ltv } from './ltv';
import { moneyLeft } from './moneyLeft';
import { moneyLeftStressed } from './moneyLeftStressed';
import { payment } from './payment';
import { paymentShock } from './paymentShock';
import { payrollShare } from './payrollShare';
import { premium } from './premium';
import { premiumShare } from './premiumShare';
import { premiumYear } from './premiumYear';
import { rentCover } from './rentCover';
import { reserves } from './reserves';
import { residualIncome } from './residualIncome';
import { totalPayable } from './totalPayable';
import type { MeasureKind } from './measure';
import type { Measure } from '../../../file/product/index';

/** Every measure; each is an object in a file of its own. */
export const KINDS_OF_MEASURE: Record<Measure, MeasureKind> = {
  payment,
  totalPayable,
  apr,
  housingShare,
  dtiBefore,
  dtiAfter,
  moneyLeft,
  moneyLeftStressed,
  residualIncome,
  loanToIncome,
  ltv,
  combinedLtv,
  lendingValue,
  payrollShare,
  paymentShock,
  rentCover,
  reserves,
  debtServiceCover,
  guidelineShare,
  areaIncomeShare,
  finalBalloon,
  premium,
  premiumYear,
  premiumShare,
  coverShare,
  assistance,
  benefits,
};
export type { MeasureKind } from './measure';
