export { count, sum } from './steps';
