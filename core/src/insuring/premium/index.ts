export { comparePlans, modeOf, type PlanChoice, type Premium, premiumLacks, premiumOf, type PremiumInput } from './premium';
