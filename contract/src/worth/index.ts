import { ASSET_KINDS } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, line, Money, OwnerIds } from '../values/index';

export const assetFields = {
  kind: z.enum(ASSET_KINDS).nullable(),
  description: line(160).nullable(),
  owners: OwnerIds.nullable(),
  value: Money.nullable(),
  valueOn: CalendarDate.nullable(),
  downPaymentPart: Money.nullable(),
  donor: line(120).nullable(),
  donorRelation: line(60).nullable(),
};
