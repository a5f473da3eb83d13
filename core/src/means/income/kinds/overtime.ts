import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

export const overtime = variableKind({ label: 'Overtime', meaning: say('income.hoursBeyondAgreedOnes') });
