import { say } from '../../../basis/words/index';
import { FOUNDED_OR_BORN, NAME, type KindOfCheck } from './kind';

/** The name against the watchlists, for whoever resembles an entry. */
export const watchlist: KindOfCheck = {
  label: 'Watchlist',
  of: 'both',
  needs: [NAME, FOUNDED_OR_BORN],
  finds: 'entries',
  nothing: say('checks.noEntry'),
  settledBy: 'compliance',
  resolutions: ['differentPerson', 'samePerson'],
  says: ({ label, resolution }, name) =>
    resolution === 'samePerson' ? say('checks.onWatchlistFileCantGo', { name }) : say('checks.decideWhetherOnWatchlist', { name, label }),
};
