import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const benefit: KindOfIncome = { ...PLAIN_KIND, label: 'Benefit', meaning: say('income.paidStateWhoNeedsOr'), method: () => rate };
