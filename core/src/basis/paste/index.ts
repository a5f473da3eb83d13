export { samePlace, splitAddress, type SplitAddress, splitName, type SplitName } from './paste';
