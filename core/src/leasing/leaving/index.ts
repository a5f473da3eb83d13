export type { LeaseNotice } from './fields';
export { endInWords, endsByNotice, endsOf, goesOn, letUntil, NO_LAST_DAY, noticeOf, reaches, takenUntil, tookBackInWords } from './leaving';
