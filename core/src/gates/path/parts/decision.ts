import { say } from '../../../basis/words/index';
import { isApproved, type FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** The decision of a second person. */
export const decision: PathPart = { code: 'decision', entries: decisionEntries };

function decisionEntries(file: FileState): Draft[] {
  const last = file.decisions.at(-1);
  if (isApproved(file)) return [];
  const proposed: Draft[] =
    last?.outcome === 'proposeDecline'
      ? [
          {
            key: 'decision:proposed',
            gate: file.stage,
            what: say('path.answerProposalToDecline', { by: last.by }),
            why: say('path.secondPersonSaysNo'),
            holder: 'approver',
            since: last.at,
            place: { chapter: 'decision', anchor: 'decide' },
          },
        ]
      : [];
  return [
    ...proposed,
    {
      key: 'decision',
      gate: 'deciding',
      what: last?.outcome === 'recommend' ? say('path.decideRecommended', { by: last.by }) : say('path.decideApproveDeclineOrSend'),
      why: say('path.secondPersonDecidesNeverOne'),
      holder: 'approver',
      since: file.stageSince,
      place: { chapter: 'decision', anchor: 'decide' },
    },
  ];
}
