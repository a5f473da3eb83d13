import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  accountMissing: [409, 'account-missing', 'policies.accountMissing'],
  noPolicy: [404, 'not-found', 'policies.noPolicy'],
  issued: [409, 'issued', 'policies.issued'],
  ordered: [409, 'ordered', 'policies.ordered'],
  premiumFirst: [409, 'premium-first', 'policies.premiumFirst'],
  issueFirst: [409, 'issue-first', 'policies.issueFirst'],
  premiumMissing: [409, 'premium-missing', 'policies.premiumMissing'],
  paid: [409, 'paid', 'policies.paid'],
  stage: [409, 'stage', 'policies.stage'],
  noChange: [404, 'not-found', 'policies.noChange'],
  notInForce: [409, 'not-in-force', 'policies.notInForce'],
  outsideTerm: [422, 'invalid', 'policies.outsideTerm'],
  noFreeLook: [422, 'invalid', 'policies.noFreeLook'],
});
