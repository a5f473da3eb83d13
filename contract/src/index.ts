/** What other parts use of the contract, by concept. */
export { CertifiedStaff, EARNING_KIND_LABEL, EarningsPage, EarningsQuery, NameProducers } from './earnings/index';
export { AssistanceRead, AssistanceReadAtDoor, ChoosePlanAtDoor, GiveAssistance } from './assistance/index';
export { KeptCalculation } from './calculation/index';
export { AskCheck, AskChecks, CompanyAnswer, RecordsAnswer, RegisterAnswer, ResolveFinding, WatchlistAnswer } from './checks/index';
export { BankAccountAnswer, BankTransferAnswer, ReleasePayout, SendBackPayout, SettlePayout, VerifyPayout } from './completion/index';
export { AnswerException, AskException } from './conditions/index';
export { CONSENT_WAY_LABEL, CONSENT_WAYS, RecordConsent, RecordConsents, WithdrawConsent } from './consents/index';
export {
  AnswerOffer,
  AnswerOfferAtDoor,
  AnswerQuestion,
  AppealAtDoor,
  MakeDecision,
  MeetCondition,
  OfferTerms,
  SendNotice,
  StopFile,
  StopReason,
  TakeAppeal,
} from './decision/index';
export { EndFile, KeepMonitoring, MonitoringView, ReviewDuplicate, SayDuplicate } from './declarations/index';
export { ChangeDetails, type DetailChange, FIELDS, fieldSchema, MOST_CHANGES, type FieldValue, RevealedNumber, RevealNumber } from './details/index';
export {
  AppliedAtDoor,
  ApplyAtDoor,
  applyAddress,
  DOOR_IN_COOKIE,
  linkAddress,
  linkAt,
  productAppliedFor,
  DoorDetails,
  type DoorDetailsView,
  LinkPurpose,
  DoorGreeting,
  DoorInside,
  type DoorRow,
  DoorView,
  AnswerMonitoringAtDoor,
  EnterDoor,
  GiveConsentAtDoor,
  OpenDoor,
  ProductCode,
  PublicProduct,
  ReadToEnd,
  ReturnCode,
  ReturnToDoor,
  SignAgreement,
} from './door/index';
export {
  CHANNEL_LABEL,
  CHANNELS,
  FILE_SORTS,
  FileAnswer,
  FileItem,
  ENDING_ACTS,
  fileOf,
  FilePage,
  FileQuery,
  FileView,
  InviteApplicant,
  MoveFile,
  OpenedFile,
  OpenFile,
  StatedBy,
  TakeBack,
  TodayPage,
  TodayQuery,
  viewAfter,
  WithdrawFile,
} from './files/index';
export { HistoryPage, SealedDayCopy, SealedDayPage } from './history/index';
export { OutboxMessage, OutboxPage, OutboxQuery } from './outbox/index';
export { JudgePaper, MAX_PAPER_BYTES, PAPER_TYPES, RemovePaper } from './papers/index';
export {
  FindQuery,
  Found,
  MergePersons,
  PersonMatch,
  PersonMatches,
  type RegisterItem,
  RegisterPage,
  RegisterQuery,
  RegisterView,
  SearchPersons,
} from './persons/index';
export { Problem } from './problems/index';
export { CertificatePage, KeepCertificate, OfferQuery, PlacePack, ProductDefinition, ProductInForce, ProductOnOffer } from './product/index';
export { AddStaff, ChangeStaff, DemoPerson, EndStaff, HandedOver, HandOver, HandOverAll, Me, SignIn, StaffList, StaffMember } from './session/index';
export { SendAgreement, VoidAgreement, WhichDocument } from './signing/index';
export { CALCULATION_SCHEMA, TAKE_ALONG, type TakeAlong, TakenCalculation } from './takealong/index';
export { Done, Id, PageQuery } from './values/index';
export { AnswerPolicyChange, ProposePolicyChange, CollectPremium, EndPolicy, IssuePolicy, PolicyAnswer, PolicyOrder } from './policies/index';
export { AnswerHealth, AnswerHealthAtDoor, DoorHealth, HealthNext, HealthSaid, MakeUnderwriting, UnderwritingSheet } from './underwriting/index';
export { LinesAnswer, LinesOrder, LinesTaken, LineVersions, SendLines } from './lines/index';
export {
  BeginRecord,
  BoardQuery,
  GiveBack,
  HandOverKeys,
  HoldUnit,
  AcceptItem,
  AnswerUnit,
  AnswerUnitAtDoor,
  HoldUnitAtDoor,
  OfferUnit,
  AnswerReferenceAtDoor,
  AskReference,
  DoorReferences,
  LettingReferenceShape,
  OpenRound,
  SetReferenceAside,
  TakeReference,
  PublicRound,
  Rounds,
  RoundView,
  SettleRound,
  PayAtDoor,
  RecordRoom,
  RecordRoomAtDoor,
  ReleaseUnit,
  SeeToDate,
  TakeBackNotice,
  TakeNotice,
  SettleReceipt,
  SignRecord,
  SignRecordAtDoor,
  Stocks,
  StockShape,
  TakePayment,
  UnitBoard,
  UnitMatches,
  UnitQuery,
  UnitShape,
} from './leasing/index';
