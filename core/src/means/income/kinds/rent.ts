import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

export const rent: KindOfIncome = { ...PLAIN_KIND, label: 'Rent received', meaning: 'What tenants pay.', method: () => rate, ofBusiness: true };
