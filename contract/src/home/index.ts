import { TENURE_LABEL } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, line, Money } from '../values/index';

const TENURES = Object.keys(TENURE_LABEL) as [keyof typeof TENURE_LABEL, ...(keyof typeof TENURE_LABEL)[]];

export const PET_KIND_LABEL = { dog: 'Dog', cat: 'Cat', bird: 'Bird', other: 'Other' } as const;

export const petFields = {
  kind: z.enum(Object.keys(PET_KIND_LABEL) as [keyof typeof PET_KIND_LABEL, ...(keyof typeof PET_KIND_LABEL)[]]).nullable(),
  breed: line(80).nullable(),
  /** In kilograms. */
  weight: z.number('Give the weight as a number').positive('More than nothing').max(500, 'At most 500').nullable(),
  serviceAnimal: z.boolean(),
};

export const vehicleFields = {
  make: line(60).nullable(),
  model: line(60).nullable(),
  year: z.int('Give the year in four figures').min(1900, 'From 1900 on').max(2100, 'Give the year in four figures').nullable(),
  plate: line(20).nullable(),
};

export const homeFields = {
  personId: Id,
  line: line(160).nullable(),
  town: line(80).nullable(),
  region: line(40).nullable(),
  postalCode: line(16).nullable(),
  district: line(60).nullable(),
  since: CalendarDate.nullable(),
  until: CalendarDate.nullable(),
  tenure: z.enum(TENURES).nullable(),
  monthlyCost: Money.nullable(),
};
