import { say } from '../../../basis/words/index';
import { average } from '../methods/average';
import { PLAIN_KIND, type KindOfIncome } from './kind';

/** A lay: the crew's part of what a trip brings after the vessel's costs, as its settlement sheets say. */
export const catchShare: KindOfIncome = {
  ...PLAIN_KIND,
  label: 'Share of the catch',
  meaning: say('income.layOfTrips'),
  method: () => average,
  earned: 'trade',
  varies: true,
  mayBeUntaxed: false,
};
