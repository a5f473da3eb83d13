export { COUNTRIES, countryName, isAbroad, liesIn, postalProblem, type PostalRules, type Region, regionOf } from './postal';
