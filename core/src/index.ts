/** What other parts use of core, by the folder that it is in. */
export { FIGURE_UNITS, type FigureUnit, inPercent, SIGNS, type Term, total } from './basis/arithmetic/index';
export {
  addMonths,
  dateInWords,
  type DateOrder,
  dateReadings,
  daysBetween,
  formatDate,
  isIsoDate,
  isoDate,
  type IsoDate,
  monthInWords,
  parseDate,
  yearsBetween,
} from './basis/dates/index';
export { FREQUENCIES, type Frequency, FREQUENCY_LABEL } from './basis/frequency/index';
export { formatMoney, MAX_AMOUNT, minor, type Minor, moneyIn, parseMoney } from './basis/money/index';
export { nameWords, nicknamesOf, slipForms, slipsBetween } from './basis/names/index';
export { type IdentityNumberKind, identityNumberProblem, isRoutingNumber, normalizeNumber, NUMBER_KINDS, readPhone, writePhone } from './basis/numbers/index';
export { samePlace, splitAddress, splitName } from './basis/paste/index';
export { makeReference, readReference } from './basis/reference/index';
export { readScan, type Scan } from './basis/scan/index';
export { coverage, gapInWords, moveBoundary, type Stretch } from './basis/timeline/index';
export { RATE_METHODS, regulationZRate } from './credit/apr/index';
export { DAY_COUNTS } from './credit/daycount/index';
export { type Schedule, type ScheduleRow } from './credit/loan/index';
export { PART_KINDS, type PartKind, PAYMENT_PERIOD_LABEL, PAYMENT_PERIOD_NAMES, schedule } from './credit/parts/index';
export { checkSubject, compareWithRegister, currentCheck, isSettled, watchlistCandidates } from './evidence/checks/index';
export { type Condition, CONDITION_STATE_LABEL, conditionsOf, type ConditionState, latestException } from './evidence/conditions/index';
export { affordability, type Affordability, type AffordabilityInput, type Figure, figuresFor, type Verdict, VERDICTS } from './figures/affordability/index';
export {
  calculate,
  type Calculation,
  CALCULATION_VERSION,
  calculationInput,
  type FileFigures,
  isWhole,
  recalculate,
  type Rules,
  verdictUnder,
  withCosts,
} from './figures/calculation/index';
export { repaymentFactors } from './figures/factors/index';
export {
  type Aim,
  changesOf,
  type FitChange,
  type FitInput,
  isFitChange,
  type LeverCode,
  MOST_VARIANTS,
  type Proposal,
  whatFits,
  type WhatFits,
  withChanges,
} from './figures/fit/index';
export { type Stress, type StressAxis, stressOf } from './figures/stress/index';
export { type Cell, type CellFormat, type Sheet, workbookOf } from './figures/workbook/index';
export { chainProblem, entryHash, FIRST_HASH, type HistoryEntry } from './file/history/index';
export { type Certificate, datesProblem, LINE_LABEL, offerBars } from './file/offers/index';
export { type Act, actsOf, barToDecide, barToRelease, may, STAFF_ROLE_LABEL, STAFF_ROLES, type StaffRole } from './file/permissions/index';
export {
  type Chapter,
  CHAPTER_LABEL,
  CHAPTERS,
  type ConsentText,
  type CostRules,
  END_STAGES,
  ENTITIES,
  type Entity,
  type HistoryRule,
  type Line,
  type Measure,
  MEASURES,
  OWING_ROLES,
  type PlacePack,
  type ProductDefinition,
  type Role,
  ROLE_LABEL,
  ROLES,
  type Stage,
  STAGE_LABEL,
  STAGES,
} from './file/product/index';
export {
  type Asset,
  BLANK_ROW,
  type Check,
  type Consent,
  type Debt,
  type Decision,
  type Duplicate,
  type Envelope,
  type Exception,
  type FilePerson,
  type FileState,
  type Finding,
  type Income,
  isLocked,
  type LoanPart,
  numberKindOf,
  type Paper,
  PART_OF,
  personName,
  plays,
  type Relation,
  RELATION_KINDS,
  type RelationKind,
  REQUEST_FIELD_KIND,
  rolesOf,
  type Signer,
  signersOf,
  TENURE_LABEL,
  type Variant,
  WORK_KIND_LABEL,
} from './file/state/index';
export {
  barToMove,
  computePath,
  consentOf,
  dueOn,
  explanationOf,
  hasConsent,
  historyOf,
  type Holder,
  HOLDER_LABEL,
  isEnded,
  isReferred,
  type Path,
  type PathEntry,
} from './gates/path/index';
export { cashForDebt, LEGAL_FORM_LABEL, LEGAL_FORMS, newestYear, payrollLoan, payrollTerms } from './lending/business/index';
export {
  annualPercentageRate,
  type CostedPart,
  costOf,
  type Costs,
  type CostsInput,
  costsOf,
  offerOf,
  paidOutOf,
  partInWords,
  partProblemOf,
  partsGap,
  settlementTerms,
  totalPayableOf,
} from './lending/costs/index';
export { FEE_PAID_LABEL, feesPaid } from './lending/fees/index';
export { lendingValueTerms, SECURITY_KIND_LABEL, SECURITY_KINDS, type SecurityKind } from './lending/securities/index';
export { SOURCE_KIND_LABEL, SOURCE_KINDS, usesAndSources } from './lending/uses/index';
export { DEBT_KIND_LABEL, DEBT_KINDS, debtTerms, namedOwners } from './means/commitments/index';
export { type CountedIncome, evidencedAmount, INCOME_KIND_LABEL, INCOME_KINDS, type IncomeQuestion, methodOf, statedFigure } from './means/income/index';
export { ASSET_KIND_LABEL, ASSET_KINDS, assetWorth, downPaymentGap, partThatFits } from './means/worth/index';
export {
  generationsOf,
  homeNow,
  householdOf,
  inverseOf,
  livingTogether,
  RELATION_LABEL,
  relationBetween,
  relationProblem,
  relationsOf,
} from './people/household/index';
export { type Fit, fitOf, type PersonWish, readSearch } from './people/persons/index';
export { answerProblem, type Asked, askedOf, endingAnswers } from './people/questions/index';
export { personRolesProblem, rolesToAdd } from './people/roles/index';
