import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const fosterCare: KindOfIncome = { ...PLAIN_KIND, label: 'Foster care', meaning: say('income.paidForChildrenInCare'), method: () => rate };
