import { say } from '../../../basis/words/index';
import { BIRTH_DATE, NAME, type KindOfCheck } from './kind';

/** The name against the watchlists, for whoever resembles an entry. */
export const watchlist: KindOfCheck = {
  label: 'Watchlist',
  needs: [NAME, BIRTH_DATE],
  settledBy: 'compliance',
  resolutions: ['differentPerson', 'samePerson'],
  says: ({ label, resolution }, name) =>
    resolution === 'samePerson' ? say('checks.onWatchlistFileCantGo', { name }) : say('checks.decideWhetherOnWatchlist', { name, label }),
};
