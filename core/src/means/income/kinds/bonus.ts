import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const bonus = variableKind('Bonus', say('income.paidEmployerForYearSeason'));
