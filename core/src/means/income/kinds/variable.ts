import { average } from '../methods/average';
import { rate } from '../methods/rate';
import { PLAIN_KIND, type KindOfIncome } from './kind';

/** Paid by an employer beside the wage and never twice the same: an average wherever months of it are given. */
export const variableKind = ({ label, meaning }: Pick<KindOfIncome, 'label' | 'meaning'>): KindOfIncome => ({
  ...PLAIN_KIND,
  label,
  meaning,
  method: ({ monthsSeen, frequency }) => (monthsSeen !== null || frequency === null ? average : rate),
  earned: 'job',
  varies: true,
  mayBeUntaxed: false,
});
