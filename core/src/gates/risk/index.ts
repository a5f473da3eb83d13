export { type RiskFactor, RISK_FACTORS, type RiskRating, riskOf } from './risk';
