export { ageAt, bodyMassIndex, chosenOf, classOf, coveredName, coverProblems, startOf, type CoverInput } from './cover';
export { COVER, TOBACCO_LABEL, type Cover } from './fields';
