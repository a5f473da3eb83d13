export { type Digest, drawn, type DrawEntry, type Drawn, numberOf, refusalsOf, sealOfSeed, standingOffer, turnFor, type Waiter, waits } from './draw';
export { PREFERENCE, type Preference, type RoundOffer, type RoundStanding } from './fields';
export { acceptedOn, waitsInRound } from './waiting';
export { paperDays, pointsOf, preferencesOf, type PreferenceStanding } from './preferences';
