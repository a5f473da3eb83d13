import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const pension: KindOfIncome = { ...PLAIN_KIND, label: 'Pension', meaning: say('income.paidForLifeOrUntil'), method: () => rate };
