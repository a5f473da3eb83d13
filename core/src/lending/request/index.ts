export { requestProposal, type RequestProposal } from './proposals';
export { LEGAL_FORM_LABEL, REQUEST, type LegalForm } from './fields';
