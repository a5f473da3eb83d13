import { variableKind } from './variable';

export const commission = variableKind('Commission', 'A share of what somebody sells.');
