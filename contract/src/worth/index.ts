import { z } from 'zod';
import { line, Money } from '../values/index';

export const ASSET_KINDS = ['cash', 'savings', 'retirement', 'property', 'vehicle', 'securities', 'gift'] as const;
export const ASSET_KIND_LABEL: Record<(typeof ASSET_KINDS)[number], string> = {
  cash: 'Cash',
  savings: 'Savings',
  retirement: 'Retirement savings',
  property: 'Property',
  vehicle: 'Vehicle or boat',
  securities: 'Securities',
  gift: 'Gift',
};

export const assetFields = {
  kind: z.enum(ASSET_KINDS).nullable(),
  description: line(160).nullable(),
  value: Money.nullable(),
  downPaymentPart: Money.nullable(),
};
