import { say } from '../../../basis/words/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** A question of the approver that waits for its answer. */
export const questions: PathPart = { code: 'questions', entries: questionEntries };

function questionEntries(file: FileState): Draft[] {
  const last = file.decisions.at(-1);
  if (last?.outcome !== 'sendBack' || last.answer !== null) return [];
  return [
    {
      key: `question:${last.id}`,
      gate: 'gathering',
      what: say('path.answer', { by: last.by, comment: last.comment ?? '' }),
      why: say('path.approverSentFileBackWith'),
      holder: 'officer',
      since: last.at,
      place: { chapter: 'decision', anchor: last.id },
    },
  ];
}
