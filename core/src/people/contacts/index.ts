export { reachedAlike, youngChanges } from './contacts';
