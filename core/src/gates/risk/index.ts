export { type RiskRating, riskOf } from './risk';
