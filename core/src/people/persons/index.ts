export { areDetailsOld, type Fit, fitOf, type Known, type PersonWish, readSearch } from './persons';
