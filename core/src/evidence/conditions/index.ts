export { type Condition, CONDITION_STATE_LABEL, CONDITION_STATES, conditionsOf, type ConditionState, latestException } from './conditions';
export { SUBJECTS } from './subjects/index';
