export { FREQUENCIES, type Frequency, FREQUENCY_LABEL, toMonthly, WEEKS_A_YEAR } from './frequency';
