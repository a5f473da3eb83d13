export { beyondLimit, MOST_REASONS, principalReasons, proposedReasons, reasonsSaid, type ProposedReason } from './reasons';
export { appealUntil, barToAppeal, barToDecline, decideBy, type DecisionClock, missingOf, openNotice } from './clock';
