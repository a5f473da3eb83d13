import { WORK_KIND_LABEL } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, line } from '../values/index';

export const workFields = {
  personId: Id,
  kind: z.enum(Object.keys(WORK_KIND_LABEL) as [keyof typeof WORK_KIND_LABEL, ...(keyof typeof WORK_KIND_LABEL)[]]).nullable(),
  employer: line(120).nullable(),
  position: line(80).nullable(),
  phone: line(40).nullable(),
  since: CalendarDate.nullable(),
  until: CalendarDate.nullable(),
};
