import { say, type Words } from '../../../basis/words/index';
import { applicantOf, type FileState } from '../../../file/state/index';
import { refusalsOf, standingOffer } from '../../../leasing/rounds/index';
import type { Draft, PathContext, PathPart } from '../entry';

/** A round of applications: the draw that is waited for, a place on its list, an offer that is to be answered. */
export const round: PathPart = {
  code: 'round',
  entries: roundEntries,
};

function roundEntries(file: FileState, { today }: PathContext): Draft[] {
  const { round: standing, product } = file;
  const { draw } = product;
  if (!standing || !draw) return [];
  const entry = (key: string, what: Words, held: Pick<Draft, 'holder'> & Partial<Draft>): Draft => ({
    key: `round:${key}`,
    gate: 'gathering',
    what,
    why: draw.why,
    place: { chapter: 'unit', anchor: 'round' },
    ...held,
  });
  const { drawnAt, closesOn, name, rank, of, offers } = standing;
  if (drawnAt === null)
    return closesOn < today
      ? [entry('draw', say('path.roundToDraw', { name }), { holder: 'compliance' })]
      : [entry('draw', say('path.roundRuns', { name, day: { day: closesOn } }), { holder: 'service', holderName: name })];
  if (rank === null || of === null) return [entry('out', say('path.notDrawn', { name }), { holder: 'officer' })];
  const offer = standingOffer(offers);
  if (offer?.state === 'accepted') return [];
  if (offer)
    return [
      entry('offer', say('path.answerUnit', { unit: offer.unit, day: { day: offer.answerBy } }), {
        holder: 'applicant',
        personId: applicantOf(file)?.id ?? null,
        since: offer.offeredAt,
        due: offer.answerBy,
      }),
    ];
  const refused = refusalsOf(offers);
  if (refused >= draw.refusalsMost) return [entry('left', say('path.placeGivenUp', { count: refused }), { holder: 'officer' })];
  return [entry('place', say('path.placeOnList', { rank, of }), { holder: 'service', holderName: name, since: drawnAt })];
}
