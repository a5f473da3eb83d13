import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const support: KindOfIncome = { ...PLAIN_KIND, label: 'Support received', meaning: say('income.alimonyAndChildSupport'), method: () => rate };
