export { COUNTRIES, countryName, liesIn, postalProblem, type PostalRules, type Region, regionOf } from './postal';
