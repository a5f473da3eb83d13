import { BIRTH_DATE, NAME, type KindOfCheck } from './kind';

/** The name against the watchlists, for whoever resembles an entry. */
export const watchlist: KindOfCheck = {
  label: 'Watchlist',
  needs: [NAME, BIRTH_DATE],
  settledBy: 'compliance',
  resolutions: ['differentPerson', 'samePerson'],
  says: ({ label, resolution }, name) =>
    resolution === 'samePerson' ? `${name} is on a watchlist: the file can’t go on` : `Decide whether ${name} is “${label}” on the watchlist`,
};
