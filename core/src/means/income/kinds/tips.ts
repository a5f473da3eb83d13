import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const tips = variableKind('Tips', say('income.whatGuestsGive'));
