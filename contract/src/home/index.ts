import { z } from 'zod';
import { CalendarDate, Id, line, Money } from '../values/index';

export const TENURES = ['owned', 'mortgaged', 'rented', 'withFamily'] as const;
export const TENURE_LABEL: Record<(typeof TENURES)[number], string> = {
  owned: 'Owned outright',
  mortgaged: 'Owned with a mortgage',
  rented: 'Rented',
  withFamily: 'With family',
};

export const homeFields = {
  personId: Id,
  line: line(160).nullable(),
  town: line(80).nullable(),
  region: line(40).nullable(),
  postalCode: line(16).nullable(),
  since: CalendarDate.nullable(),
  until: CalendarDate.nullable(),
  tenure: z.enum(TENURES).nullable(),
  monthlyCost: Money.nullable(),
};
