export { describeEntry } from './words';
