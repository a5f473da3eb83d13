export { LEVERS, type Aim, type FitInput, type LeverCode, type OutOfReach, type Proposal, type WhatFits, interestLeft, otherRequest, whatFits } from './fit';
export { type CoverLever, type CoverProposal, whatFitsCover } from './cover';
export { type LeaseProposal, whatFitsLease } from './lease';
export { type FitChange } from '../../file/details/index';
export { MOST_VARIANTS, changesOf, isFitChange, type FitParts, withChanges } from './changes';
