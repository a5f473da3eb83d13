export { LEGAL_FORM_LABEL, REQUEST, type LegalForm, type RequestDetails } from './fields';
