import { say } from '../../../basis/words/index';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const rent: KindOfIncome = { ...PLAIN_KIND, label: 'Rent received', meaning: say('income.whatTenantsPay'), method: () => rate, ofBusiness: true };
