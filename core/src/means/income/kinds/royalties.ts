import { say } from '../../../basis/words/index';
import { average } from '../methods/average';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const royalties: KindOfIncome = { ...PLAIN_KIND, label: 'Royalties', meaning: say('income.paidForUseOfWork'), method: () => average, varies: true };
