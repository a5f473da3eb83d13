export { LEVERS, type Aim, type FitInput, type LeverCode, type OutOfReach, type Proposal, type WhatFits, interestLeft, whatFits } from './fit';
export { MOST_VARIANTS, changesOf, isFitChange, type FitChange, type FitParts, withChanges } from './changes';
