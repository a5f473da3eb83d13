import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noRound: [404, 'not-found', 'rounds.noRound'],
  noProduct: [404, 'not-found', 'rounds.noProduct'],
  notByDraw: [409, 'not-by-draw', 'rounds.notByDraw'],
  endsBefore: [422, 'invalid', 'rounds.endsBefore'],
  past: [422, 'invalid', 'rounds.past'],
  overlaps: [409, 'round-overlaps', 'rounds.overlaps'],
  notOpen: [409, 'round-not-open', 'rounds.notOpen'],
  stillOpen: [409, 'round-open', 'rounds.stillOpen'],
  drawnAlready: [409, 'drawn', 'rounds.drawnAlready'],
  nobody: [409, 'nobody', 'rounds.nobody'],
  notDrawn: [409, 'not-drawn', 'rounds.notDrawn'],
  noUnit: [404, 'not-found', 'rounds.noUnit'],
  taken: [409, 'unit-taken', 'rounds.taken'],
  turnChanged: [409, 'turn-changed', 'rounds.taken'],
  nobodyLeft: [409, 'nobody-left', 'rounds.nobodyLeft'],
  noOffer: [409, 'no-offer', 'rounds.noOffer'],
  late: [409, 'late', 'rounds.late'],
  notYours: [403, 'forbidden', 'rounds.notYours'],
  noClash: [404, 'not-found', 'rounds.noClash'],
});
