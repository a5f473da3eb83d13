import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const benefit: KindOfIncome = { ...PLAIN_KIND, label: 'Benefit', meaning: 'Paid by the state to who needs or is owed it.', method: () => rate };
