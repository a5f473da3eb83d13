export { IDENTITY_PAPER, IDENTITY_PAPER_LABEL, type IdentityPaper, type IdentityPaperKind } from './fields';
