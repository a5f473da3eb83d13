import { say } from '../../../basis/words/index';
import { awaitedOf } from '../../offering/index';
import { personName, type FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** What those who apply say to an offer, and what has to be met before it is worth anything. */
export const offer: PathPart = { code: 'offer', entries: (file) => [...answerEntries(file), ...conditionEntries(file)] };

function answerEntries(file: FileState): Draft[] {
  const { offer: out } = file;
  if (out?.state !== 'open') return [];
  return awaitedOf(file, out).map((person) => ({
    key: `offer:${person.id}`,
    gate: 'offering',
    what: say('path.offerAwaits', { name: personName(person), until: { day: out.until } }),
    why: say('path.nothingIsAgreedBefore'),
    holder: 'applicant',
    holderName: personName(person),
    personId: person.id,
    since: out.madeAt,
    place: { chapter: 'decision', anchor: 'offer' },
  }));
}

/** Conditions of an approval are met before the money goes, or where none does before the end. */
function conditionEntries({ offer: out, product }: FileState): Draft[] {
  if (out?.state !== 'open' && out?.state !== 'accepted') return [];
  const gate = product.route.includes('completing') ? 'completing' : (product.route.at(-2) ?? 'deciding');
  return out.conditions
    .filter(({ metAt }) => metAt === null)
    .map(({ id, text }) => ({
      key: `offerCondition:${id}`,
      gate,
      what: say('path.conditionOfApproval', { text }),
      why: say('path.approvedOnThatCondition'),
      holder: 'officer',
      since: out.madeAt,
      place: { chapter: 'decision', anchor: `condition.${id}` },
    }));
}
