export { agreementOf, type Agreement, confirmedToAgree, type ConfirmedFinding, findingSubject, matterOf } from './settling';
