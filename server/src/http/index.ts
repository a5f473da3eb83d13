export { staffFor, SYSTEM, type Actor } from './actor';
export { answersAsDescribed } from './answers';
export { answerErrors } from './errors';
export { forbidden, invalid, ProblemError, problems, refuseBlocked, refused, type Wrong } from './problem';
export { servePages } from './pages';
export type { App } from './types';
export { FileParams } from './params';
export { protect, withoutData } from './protect';
