import { variableKind } from './variable';

export const bonus = variableKind('Bonus', 'Paid by the employer for a year, a season or a result.');
