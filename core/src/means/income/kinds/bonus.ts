import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const bonus = variableKind({ label: 'Bonus', meaning: say('income.paidEmployerForYearSeason') });
