export { hybridCheckCharacter, makeReference, readReference, REFERENCE_ALPHABET } from './reference';
