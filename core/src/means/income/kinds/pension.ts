import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const pension: KindOfIncome = { ...PLAIN_KIND, label: 'Pension', meaning: 'Paid for life or until a date, by a fund or the state.', method: () => rate };
