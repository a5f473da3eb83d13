export { lendingValueTerms, priorChargeTerms, SECURITY_KIND_LABEL, SECURITY_KINDS, type SecurityKind, valueTerms } from './securities';
