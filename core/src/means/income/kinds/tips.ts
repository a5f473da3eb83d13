import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const tips = variableKind({ label: 'Tips', meaning: say('income.whatGuestsGive') });
