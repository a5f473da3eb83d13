import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const commission = variableKind('Commission', say('income.shareWhatSomebodySells'));
