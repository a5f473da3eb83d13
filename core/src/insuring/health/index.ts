export {
  type HealthAnswer,
  healthAsked,
  healthAskedOf,
  healthLacks,
  healthSaid,
  healthStanding,
  type HealthStanding,
  type Medication,
  NO_DETAILS,
} from './health';
