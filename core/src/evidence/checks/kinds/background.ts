import { say } from '../../../basis/words/index';
import { BIRTH_DATE, NAME, type KindOfCheck } from './kind';

/** What courts and landlords' associations hold about somebody, against what they declared; only what the product asks about. */
export const background: KindOfCheck = {
  label: 'Background',
  of: 'person',
  needs: [NAME, BIRTH_DATE],
  finds: 'entries',
  nothing: say('checks.noRecord'),
  settledBy: 'compliance',
  resolutions: ['differentPerson', 'samePerson'],
  says: ({ label, resolution }, name) =>
    resolution === 'samePerson' ? say('checks.recordToDeclare', { label, name }) : say('checks.decideWhetherRecord', { label, name }),
};
