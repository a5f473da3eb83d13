export { reachedAlike, reachedHow, youngChanges } from './contacts';
