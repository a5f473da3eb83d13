export { ageAt, bandAt, bodyMassIndex, bodyMassOf, chosenOf, classOf, coveredName, coverProblems, startOf, type CoverInput } from './cover';
export { COVER, RIDER, TOBACCO_LABEL, type Cover, type CoverRider } from './fields';
