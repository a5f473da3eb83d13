import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const overtime = variableKind('Overtime', say('income.hoursBeyondAgreedOnes'));
