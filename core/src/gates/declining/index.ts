export { beyondLimit, MOST_REASONS, proposedReasons, type ProposedReason } from './reasons';
export { appealUntil, barToAppeal, barToDecline, decideBy, type DecisionClock, missingOf, openNotice } from './clock';
