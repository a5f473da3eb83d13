export {
  type IdentityNumberKind,
  identityNumberProblem,
  isLuhn,
  isRoutingNumber,
  isVerhoeff,
  normalizeNumber,
  NUMBER_KINDS,
  type NumberProblem,
  readPhone,
  readTravelDocument,
  type TravelDocument,
  writePhone,
} from './numbers';
