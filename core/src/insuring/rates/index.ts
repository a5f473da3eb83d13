export { missingRates, RATE_COLUMNS, rateOf, ratesOn, readRates } from './rates';
