import { ROLE_LABEL, type Role } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, line } from '../values/index';

export const RELATIONSHIPS = ['spouse', 'partner', 'child', 'parent', 'sibling', 'other'] as const;
export const RELATIONSHIP_LABEL: Record<(typeof RELATIONSHIPS)[number], string> = {
  spouse: 'Spouse',
  partner: 'Partner',
  child: 'Child',
  parent: 'Parent',
  sibling: 'Brother or sister',
  other: 'Other',
};

/** Identity numbers and phones are judged by the place's rules in the server; here only their form as text. */
export const personFields = {
  role: z.enum(Object.keys(ROLE_LABEL) as [Role, ...Role[]]),
  relationship: z.enum(RELATIONSHIPS).nullable(),
  fullName: line(200).nullable(),
  knownAs: line(100).nullable(),
  birthDate: CalendarDate.nullable(),
  idNumber: line(40).nullable(),
  phone: line(40).nullable(),
  email: z.email('An e-mail address looks like name@example.org').max(254, 'At most 254 characters').nullable(),
};
