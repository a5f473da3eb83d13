export { lendingValueTerms, priorChargeTerms, valueTerms } from './securities';
export { SECURITY, SECURITY_KIND_LABEL, type Security, type SecurityKind } from './fields';
