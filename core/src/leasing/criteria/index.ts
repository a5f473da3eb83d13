export { type Criteria, criteriaOf, type FeeTold } from './criteria';
