/** What other parts use of core, by the folder that it is in. */
export { CALCULATION_VERSION, FIGURE_UNITS, type FigureUnit, inPercent, tablesIn, SIGNS, type Term, total } from './basis/arithmetic/index';
export {
  addDays,
  addMonths,
  dateInWords,
  daysBetween,
  dayInWords,
  type DateOrder,
  dateReadings,
  dayAt,
  formatDate,
  inForceOn,
  isIsoDate,
  isoDate,
  type IsoDate,
  monthInWords,
  parseDate,
  parseMonth,
  yearsBetween,
} from './basis/dates/index';
export { blankOf, type Description, type Field, type HiddenNumber, type RowOf, type StatedIn } from './basis/detail/index';
export { type Frequency, FREQUENCY_LABEL } from './basis/frequency/index';
export { formatMoney, MAX_AMOUNT, minor, type Minor, moneyIn, parseMoney } from './basis/money/index';
export {
  ACCOUNT_KIND_NAMES,
  type AccountKind,
  accountLabels,
  accountProblem,
  type AccountRules,
  bankProblem,
  isWholeAccount,
  tidyAccount,
  tidyBank,
} from './basis/accounts/index';
export { IDENTITY_PAPER_LABEL, type IdentityPaper, type IdentityPaperKind } from './people/identity/index';
export { INDUSTRY_LIST_NAMES, INDUSTRY_LISTS, type Industry, industriesOf, industryLabel, type IndustryList } from './basis/industry/index';
export { COUNTRIES, countryName, isAbroad, liesIn, postalProblem, type PostalRules, type Region, regionOf } from './basis/postal/index';
export { compareNames, indexWords, nameWords, nicknamesOf, signsAs, slipForms, slipsBetween } from './basis/names/index';
export { type IdentityNumberKind, identityNumberProblem, isLuhn, normalizeNumber, NUMBER_KINDS, readPhone, writePhone } from './basis/numbers/index';
export { samePlace, splitAddress, splitName } from './basis/paste/index';
export { makeReference, readReference } from './basis/reference/index';
export { readScan, type Scan } from './basis/scan/index';
export { coverage, gapInWords, moveBoundary, type Stretch } from './basis/timeline/index';
export { type SaidValue, say, type Words, wordsAsText, wordsFrom } from './basis/words/index';
export { RATE_METHODS, regulationZRate } from './credit/apr/index';
export { DAY_COUNTS } from './credit/daycount/index';
export { type Schedule, type ScheduleRow } from './credit/loan/index';
export { type LoanPart, PART_KINDS, type PartKind, PAYMENT_PERIOD_LABEL, PAYMENT_PERIOD_NAMES, schedule } from './credit/parts/index';
export {
  applyChange,
  applyChanges,
  BLANK_ROW,
  descriptionOf,
  type DetailChange,
  DETAILS,
  type Difference,
  differenceOf,
  ENTITIES,
  type Entity,
  fieldOf,
  type FieldValue,
  PART_OF,
  ROW_ENTITIES,
  type RowEntity,
  rowIn,
  same,
  type StatedDetails,
  subjectOf,
  takenBack,
  whatHangsOn,
  withDifference,
} from './file/details/index';
export {
  CHAIN_START,
  chainProblem,
  type CheckPoint,
  entriesIn,
  entryHash,
  FIRST_HASH,
  type HistoryEntry,
  linesOf,
  type SealedDay,
  sealedDay,
  sealedDayProblem,
  type SealedEntry,
  sealedText,
} from './file/history/index';
export {
  type Certificate,
  datesProblem,
  laterPaperSigners,
  LINE_LABEL,
  isCertifiedFor,
  offerBars,
  type OfferWish,
  paperSignatureProblem,
} from './file/offers/index';
export { reachedHow } from './people/contacts/index';
export {
  type Act,
  actsOf,
  type Authority,
  amountOf,
  barToApprove,
  barToDecide,
  barToRelease,
  may,
  paidBar,
  paymentBar,
  STAFF_ROLE_LABEL,
  STAFF_ROLES,
  type StaffRole,
} from './file/permissions/index';
export {
  type Chapter,
  CHAPTER_LABEL,
  CHAPTERS,
  CHECK_KINDS,
  type CheckKind,
  CONDITION_SUBJECTS,
  type ConsentText,
  type CostRules,
  type CoverRules,
  type EnrolmentEvent,
  HEALTH_DETAILS,
  type HealthDetail,
  type HealthQuestion,
  type HealthRules,
  type PolicyRules,
  type Rider,
  type UnderwritingRules,
  type PaymentMode,
  type RateRow,
  type LineRateTable,
  type LineRules,
  type AreaIncome,
  type DepositCap,
  type LateFeeCap,
  type LateFeeRule,
  type LeaseFeeRule,
  type LeaseRules,
  type Proration,
  PRORATIONS,
  type RateTable,
  AGREEMENT_FIGURES,
  AGREEMENT_PARTS,
  type AgreementFigure,
  type AgreementModel,
  type AgreementPart,
  END_STAGES,
  extended,
  type HistoryRule,
  type Line,
  type Measure,
  MEANS,
  type Matter,
  MATTERS,
  MEASURES,
  needsAnother,
  RISK_CODES,
  RISK_LEVELS,
  type RiskCode,
  type RiskLevel,
  type PlacePack,
  type ProductDefinition,
  type Stage,
  STAGE_LABEL,
  STAGES,
} from './file/product/index';
export {
  type Check,
  type Consent,
  CONTACT_FIELDS,
  type ContactChange,
  type ContactField,
  type Decision,
  type Duplicate,
  type Envelope,
  documentsOf,
  envelopeOf,
  envelopesOf,
  signersOfDocument,
  latestSigned,
  outOf,
  SIGNED_DOCUMENTS,
  SIGNED_IN,
  type SignedDocument,
  titleOf,
  type Exception,
  type FileState,
  type Finding,
  DECISION_OUTCOMES,
  type DecisionOutcome,
  isApproved,
  isLocked,
  isLockedFor,
  type Notice,
  NOTICE_KINDS,
  type NoticeKind,
  type Offer,
  type OfferAnswer,
  type OfferTerms,
  numberKindOf,
  type Paper,
  type Health,
  type PayeePayout,
  type AssistanceResult,
  type LineVersion,
  type Policy,
  type PolicyChange,
  type Producer,
  UNDERWRITING_OUTCOMES,
  type UnderwritingOutcome,
  UNDERWRITTEN_LABEL,
  type PaymentOrder,
  type Payout,
  NO_PAYOUT,
  personName,
  plays,
  rolesOf,
  type Signer,
  answerersOf,
  applicantsOf,
  partiesOf,
  familyStatuses,
  sentBackTo,
  signersOf,
} from './file/state/index';
export { answerProblem, type Asked, askedOf, endingAnswers, monitoringAsked } from './people/declarations/index';
export { generationsOf, homeNow, householdOf, inverseOf, livingTogether, relationBetween, relationProblem, relationsOf } from './people/household/index';
export {
  type FilePerson,
  OWING_ROLES,
  type Relation,
  RELATION_KINDS,
  RELATION_LABEL,
  type RelationKind,
  type Role,
  ROLE_LABEL,
  ROLES,
  FAMILY_STATUS_LABEL,
  FAMILY_STATUSES,
  type FamilyStatus,
  FILING_STATUS_LABEL,
  type FilingStatus,
} from './people/people/index';
export { PET_KIND_LABEL } from './people/home/index';
export { type Fit, fitOf, type PersonWish, readSearch } from './people/persons/index';
export { companiesOf, heldOf, loopOf, type OwnedShare, ownersOf, ownershipProblems, type Stake } from './people/ownership/index';
export { personRolesProblem, rolesToAdd } from './people/roles/index';
export { type Debt, debtTerms } from './means/commitments/index';
export {
  type CountedIncome,
  evidencedAmount,
  type EvidenceDifference,
  evidenceDifferences,
  evidenceExplained,
  figureFieldOf,
  leaps,
  fieldsAsked,
  type Income,
  INCOME_KINDS,
  type IncomeKind,
  type IncomeQuestion,
  isGrossedUp,
  kindOfIncome,
  settled,
  statedFigure,
} from './means/income/index';
export { WORK_KIND_LABEL } from './means/work/index';
export { type Asset, assetWorth, downPaymentGap, partThatFits } from './means/worth/index';
export { ACCOUNTS_KIND_LABEL, accountsRead, type AccountsRead, cashForDebt, newestYear, payrollLoan, payrollTerms } from './lending/business/index';
export {
  annualPercentageRate,
  type CostedPart,
  costOf,
  type Costs,
  type CostsInput,
  type CostExample,
  costsOf,
  exampleOf,
  offerOf,
  paidOutOf,
  partInWords,
  partProblemOf,
  partsGap,
  settlementTerms,
  totalPayableOf,
} from './lending/costs/index';
export { amountFinanced, type Disclosure, disclosureOf, type PaymentGroup, paymentGroups } from './lending/disclosure/index';
export { FEE_PAID_LABEL, feesPaid } from './lending/fees/index';
export { canBePaid, paidTo, type PaidTo, PAYEE_KIND_LABEL, payeesTotal, payoutLines, type PayoutLine } from './lending/payees/index';
export { LEGAL_FORM_LABEL, type LegalForm, requestProposal } from './lending/request/index';
export { lendingValueTerms, SECURITY_KIND_LABEL, type SecurityKind } from './lending/securities/index';
export { usesAndSources } from './lending/uses/index';
export { affordability, type Affordability, type AffordabilityInput, type Figure, figuresFor, type Verdict, VERDICTS } from './figures/affordability/index';
export {
  calculate,
  type Calculation,
  calculationInput,
  type FileFigures,
  isWhole,
  recalculate,
  type Rules,
  verdictUnder,
  withCosts,
  withCounts,
} from './figures/calculation/index';
export { sensitivityOf, type SensitivityTable } from './figures/sensitivity/index';
export { figureAbout, figuresOfSheet, type GuarantorSheet, ownFigures } from './figures/guarantors/index';
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
  otherRequest,
  whatFits,
  type CoverProposal,
  type LeaseProposal,
  whatFitsCover,
  whatFitsLease,
  type WhatFits,
  withChanges,
} from './figures/fit/index';
export { type Stress, type StressAxis, stressOf } from './figures/stress/index';
export { type Variant } from './figures/variants/index';
export { type Cell, type CellFormat, type Sheet, workbookOf } from './figures/workbook/index';
export {
  checkSubject,
  compareWithRegister,
  currentCheck,
  isSettled,
  KINDS_OF_CHECK,
  lackedBy,
  wantedChecks,
  namesOf,
  watchlistCandidates,
} from './evidence/checks/index';
export { type Condition, CONDITION_STATE_LABEL, conditionsOf, type ConditionState, latestException } from './evidence/conditions/index';
export { type Agreement, agreementOf, confirmedToAgree, findingSubject, matterOf } from './evidence/settling/index';
export {
  asksAssistance,
  type Assistance,
  type AssistanceFigures,
  type AssistanceInput,
  assistanceKey,
  type AssistanceLack,
  assistanceLacks,
  assistanceOf,
  assistanceStanding,
  type AssistanceStanding,
  applicablePercentage,
  barToPlan,
  figuresOfAssistance,
  type Qualifying,
  taxHouseholdOf,
  yearOf,
  CHANGE_DIRECTION_LABEL,
  type Deduction,
  type YearChange,
} from './insuring/assistance/index';
export {
  type Earning,
  earnedBy,
  type EarningKind,
  earningsOfChange,
  earningsOfEnd,
  earningsOfIssue,
  isRenewed,
  producersProblem,
  shareOut,
} from './insuring/earnings/index';
export { inFeet, inPounds, readLength, readMass } from './basis/measures/index';
export { BECOMES_LABEL, type OtherPolicy, replacedIn, type Replacement, replacementsOf, seamOf } from './insuring/replacement/index';
export { classesOf, personCosts } from './insuring/pricing/index';
export {
  ageAt,
  bodyMassIndex,
  bodyMassOf,
  COVER,
  type Cover,
  coveredName,
  coverProblems,
  type CoverRider,
  startOf,
  TOBACCO_LABEL,
} from './insuring/cover/index';
export { enrolmentProblem, eventOf, isOpenEnrolled, windowOf } from './insuring/enrolment/index';
export {
  type HealthAnswer,
  healthAsked,
  healthAskedOf,
  healthLacks,
  healthSaid,
  healthStanding,
  type HealthStanding,
  type Medication,
  NO_DETAILS,
} from './insuring/health/index';
export {
  asChanged,
  barToAgree,
  barToChange,
  carriedOver,
  type ChangePrice,
  isPolicyChange,
  openChange,
  paidFor,
  priceOfChange,
  yearsOf,
  type Charge,
  chargesOf,
  type EndedBy,
  endOfTerm,
  mayGiveBack,
  premiumDueBy,
  type Settlement,
  settlementOn,
  termsOf,
} from './insuring/policy/index';
export { assess, type Assessment, barToUnderwrite, overrules, type Underwritten, underwritingOf, underwrittenOf } from './insuring/underwriting/index';
export {
  COVER_LINE,
  type CoverLine,
  INTEREST,
  INTEREST_KIND_LABEL,
  type Interest,
  LINE_FIELDS,
  lineCosts,
  lineName,
  lineProblems,
  type LineStanding,
  linesToSend,
  linesToWithdraw,
  lineTotals,
  type LineValues,
  lineValues,
  newestOf,
  missingLineRates,
  readLineRates,
  standingOf,
} from './insuring/lines/index';
export {
  type Booking,
  boardOf,
  type BoardRow,
  type BoardSpan,
  endOfLet,
  freeFrom,
  type HeldUnit,
  lastDayOf,
  overlaps,
  readRents,
  readUnits,
  rentOf,
  type Unit,
  type UnitMatch,
  type UnitNeed,
  type UnitPlan,
  type UnitRent,
  unitsFor,
} from './leasing/units/index';
export {
  FEE_WAIVER,
  type FeeWaiver,
  LEASE_EXTRA,
  type LeaseExtra,
  leaseLacks,
  type LeaseTerms,
  leaseTermsOf,
  letOf,
  monthsOf,
  type RentMonth,
  rentOfStretch,
} from './leasing/terms/index';
export {
  chargeDue,
  chargesStanding,
  type ChargeStanding,
  depositCapOf,
  depositMost,
  depositOf,
  givenBackOf,
  type GivenBack,
  lateCapOf,
  lateFeeInWords,
  lateFeeOf,
  leaseCharges,
  type LeaseCharge,
  owedBefore,
  paidIn,
  petsCharged,
  type Receipt,
  RECEIPT_WAY_LABEL,
  type ReceiptWay,
  waivedFees,
} from './leasing/charges/index';
export { RENT_SHARE, type RentShare } from './leasing/sharing/index';
export { type Sharer, type Sharing, sharingOf } from './figures/sharing/index';
export { type Criteria, criteriaOf, type FeeTold } from './leasing/criteria/index';
export { type Occupancy, occupancyOf } from './leasing/occupancy/index';
export {
  barToSignRecord,
  datesDue,
  type DateSeenTo,
  type Handover,
  keyDatesOf,
  type KeyDate,
  NO_HANDOVER,
  type RecordSignature,
  recordSides,
  recordText,
  ROOM_STATE_LABEL,
  type RoomRecord,
  type RoomState,
} from './leasing/handover/index';
export { comparePlans, modeOf, type PlanChoice, type Premium, premiumOf } from './insuring/premium/index';
export { missingRates, rateOf, ratesOn, readRates } from './insuring/rates/index';
export { heldPapers, loanWithUs, type Reused, whatStillHolds } from './gates/reuse/index';
export { riskOf, type RiskRating } from './gates/risk/index';
export { asOffered, awaitedOf, isOfferable, offerTermsOf } from './gates/offering/index';
export {
  appealUntil,
  barToAppeal,
  barToDecline,
  decideBy,
  type DecisionClock,
  missingOf,
  MOST_REASONS,
  openNotice,
  principalReasons,
  proposedReasons,
  reasonsSaid,
  type ProposedReason,
} from './gates/declining/index';
export { canLapse, lapseDay, lapseDue } from './gates/lapse/index';
export {
  barToMove,
  computePath,
  consentOf,
  consentsAskedOf,
  ELECTRONIC_PAPERS,
  dueOn,
  explanationOf,
  askableChecks,
  consentLanguage,
  hasConsent,
  wantedConsents,
  historyOf,
  type Holder,
  HOLDER_LABEL,
  HOLDERS_OF,
  isEnded,
  type Path,
  type PathEntry,
  movesByHand,
} from './gates/path/index';
