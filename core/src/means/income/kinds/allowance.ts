import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const allowance: KindOfIncome = { ...PLAIN_KIND, label: 'Allowance', meaning: say('income.paidBesideWage'), method: () => rate, earned: 'job' };
