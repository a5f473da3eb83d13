import { variableKind } from './variable';

export const overtime = variableKind('Overtime', 'Hours beyond the agreed ones.');
