export { type FitChange } from './fitChange';
export { BLANK_ROW, descriptionOf, DETAILS, type Entity, ENTITIES, fieldOf, PART_OF, ROW_ENTITIES, type RowEntity, type StatedDetails } from './catalogue';
export { applyChange, applyChanges, type DetailChange, type FieldValue, takenBack, rowIn, subjectOf, tailOf, whatHangsOn } from './change';
export { type Difference, differenceOf, same, withDifference } from './difference';
