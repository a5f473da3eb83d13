export { ANY_CLASS, classesOf, type PersonCost, personCosts, personsLack } from './pricing';
