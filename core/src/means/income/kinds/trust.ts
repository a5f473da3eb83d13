import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const trust: KindOfIncome = { ...PLAIN_KIND, label: 'Trust', meaning: say('income.whatTrusteesPay'), method: () => rate };
