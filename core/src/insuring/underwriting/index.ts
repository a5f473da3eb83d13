export { assess, type Assessment, barToUnderwrite, type ManualLine, overrules, type Underwritten, underwritingOf, underwrittenOf } from './underwriting';
