export { columnProblems } from './table';
