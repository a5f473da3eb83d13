export { inFeet, inPounds, readLength, readMass } from './measures';
