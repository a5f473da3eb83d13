import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noOffer: [409, 'no-offer', 'offering.noOffer'],
  anotherOffer: [409, 'another-offer', 'offering.anotherOffer'],
  notTheirs: [422, 'invalid', 'offering.notTheirs'],
  answered: [409, 'answered', 'offering.answered'],
  noCondition: [404, 'not-found', 'offering.noCondition'],
  late: [409, 'offer-late', 'offering.late'],
});
