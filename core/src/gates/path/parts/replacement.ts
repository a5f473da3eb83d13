import { say } from '../../../basis/words/index';
import { coveredName } from '../../../insuring/cover/index';
import { replacedIn } from '../../../insuring/replacement/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** What is said of covers that are replaced, and what was answered about them, agree. */
export const replacement: PathPart = {
  code: 'replacement',
  entries(file) {
    const rules = file.product.cover?.replacement;
    if (!rules) return [];
    return [...answered(file, rules.question, rules.why), ...unpaired(file, rules.why)];
  },
};

/** Whoever answers that something is replaced names it, and whoever names something said so. */
function answered(file: FileState, question: string, why: string): Draft[] {
  return file.answers
    .filter((answer) => answer.question === question && answer.value !== null)
    .flatMap((answer): Draft[] => {
      const named = replacedIn(file).some(({ personId }) => personId === answer.personId);
      if (named === (answer.value === 'yes')) return [];
      const name = coveredName(file, { personId: answer.personId });
      return [
        {
          key: `replacement:said:${answer.personId}`,
          gate: 'details',
          what: named ? say('path.replacementSaidNo', { name }) : say('path.replacementName', { name }),
          why,
          holder: 'officer',
          personId: answer.personId,
          place: { chapter: 'cover', anchor: 'replaced' },
        },
      ];
    });
}

/** What is replaced is a cover of somebody who gets this one. */
function unpaired(file: FileState, why: string): Draft[] {
  return replacedIn(file)
    .filter(({ personId }) => !file.covers.some((cover) => cover.personId === personId))
    .map(({ id, personId, createdAt }) => ({
      key: `replacement:whose:${id}`,
      gate: 'details',
      what: say('path.replacementOfNobody', { name: coveredName(file, { personId }) }),
      why,
      holder: 'officer',
      personId,
      since: createdAt,
      place: { chapter: 'cover', anchor: `${id}.personId` },
    }));
}
