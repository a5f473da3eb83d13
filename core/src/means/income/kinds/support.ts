import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const support: KindOfIncome = { ...PLAIN_KIND, label: 'Support received', meaning: 'Alimony and child support.', method: () => rate };
