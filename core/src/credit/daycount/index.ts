export { DAY_COUNTS, type DayCount, days360, yearPart, type YearPart } from './daycount';
