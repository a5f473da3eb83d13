export {
  asksAssistance,
  type Assistance,
  type AssistanceInput,
  assistanceKey,
  type AssistanceLack,
  assistanceLacks,
  assistanceOf,
  assistanceStanding,
  type AssistanceStanding,
  barToPlan,
  figuresOfAssistance,
  type Qualifying,
} from './assistance';
export { CHANGE_DIRECTION_LABEL, type AssistanceFigures, DEDUCTION, type Deduction, YEAR_CHANGE, type YearChange } from './fields';
export { countingIn, type TaxHousehold, taxHouseholdOf } from './household';
export { applicablePercentage } from './percentage';
export { yearOf } from './year';
