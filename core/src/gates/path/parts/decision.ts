import { say } from '../../../basis/words/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** The decision of a second person. */
export const decision: PathPart = { code: 'decision', entries: decisionEntries };

function decisionEntries(file: FileState): Draft[] {
  const last = file.decisions.at(-1);
  if (last?.outcome === 'approve') return [];
  return [
    {
      key: 'decision',
      gate: 'deciding',
      what: say('path.decideApproveDeclineOrSend'),
      why: say('path.secondPersonDecidesNeverOne'),
      holder: 'approver',
      since: file.stageSince,
      place: { chapter: 'decision', anchor: 'decide' },
    },
  ];
}
