import { dayAt, type IsoDate } from '../../basis/dates/index';
import type { FileState } from '../../file/state/index';
import { refusalsOf, standingOffer } from './draw';

type Standing = Pick<FileState, 'product' | 'round'>;

/**
 * Whether a file stands still because its round has to go on: it waits for the draw, or has a place on its list and no
 * home yet. Nobody of it is late meanwhile, and it doesn't lapse. One that wasn't drawn, or gave its place up, waits for
 * nothing.
 */
export function waitsInRound({ product: { draw }, round, stage }: Standing & Pick<FileState, 'stage'>): boolean {
  if (!draw || !round || stage === 'details') return false;
  if (standingOffer(round.offers)?.state === 'accepted') return false;
  return round.drawnAt === null || (round.rank !== null && refusalsOf(round.offers) < draw.refusalsMost);
}

/** The day on which a home of the round was accepted, by the clock of the place; null before. */
export function acceptedOn({ round, pack }: Pick<FileState, 'round' | 'pack'>): IsoDate | null {
  const accepted = round?.offers.find(({ state }) => state === 'accepted');
  return accepted?.answeredAt ? dayAt(accepted.answeredAt, pack.timeZone) : null;
}
