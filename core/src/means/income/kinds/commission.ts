import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const commission = variableKind({ label: 'Commission', meaning: say('income.shareWhatSomebodySells') });
