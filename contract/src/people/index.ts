import { RELATION_KINDS } from '@cavren/core';
import { z } from 'zod';
import { NumberKindName, RoleName } from '../product/index';
import { CalendarDate, Id, line } from '../values/index';

export const CONTACT_WAYS = ['phone', 'text', 'email', 'post'] as const;
export const CONTACT_WAY_LABEL: Record<(typeof CONTACT_WAYS)[number], string> = { phone: 'Phone call', text: 'Text message', email: 'E-mail', post: 'Letter' };
export const STUDIES_LABEL = { none: 'Not studying', partTime: 'Part-time student', fullTime: 'Full-time student' } as const;
export const FAMILY_STATUS_LABEL = {
  single: 'Single',
  married: 'Married',
  partnered: 'With a partner',
  separated: 'Separated',
  divorced: 'Divorced',
  widowed: 'Widowed',
  singleParent: 'Single parent',
} as const;
const keys = <T extends string>(labels: Record<T, string>) => Object.keys(labels) as [T, ...T[]];

/** Identity numbers and phones are judged by the place's rules in the server; here only their form as text. */
export const personFields = {
  personId: Id.nullable(),
  kind: z.enum(['person', 'organisation']),
  role: RoleName,
  /** Further roles, separated by blanks. */
  alsoRoles: z
    .string()
    .max(120)
    .refine((text) => text.split(' ').every((role) => RoleName.safeParse(role).success), 'There is no such role')
    .nullable(),
  fullName: line(200).nullable(),
  knownAs: line(100).nullable(),
  birthDate: CalendarDate.nullable(),
  idKind: NumberKindName.nullable(),
  idNumber: line(40).nullable(),
  taxKind: NumberKindName.nullable(),
  taxNumber: line(40).nullable(),
  phone: line(40).nullable(),
  email: z.email('An e-mail address looks like name@example.org').max(254, 'At most 254 characters').nullable(),
  noEmail: z.boolean(),
  language: z.string().max(20).nullable(),
  contactBy: z.enum(CONTACT_WAYS).nullable(),
  contactTimes: line(80).nullable(),
  accessibility: line(400).nullable(),
  studies: z.enum(keys(STUDIES_LABEL)).nullable(),
  familyStatus: z.enum(keys(FAMILY_STATUS_LABEL)).nullable(),
  otherParent: line(200).nullable(),
  livesWith: Id.nullable(),
  organisation: line(160).nullable(),
  share: z
    .number('Give the share in per cent')
    .min(0, 'Not below zero')
    .max(100, 'At most the whole, 100 %')
    .multipleOf(0.01, 'At most two decimals')
    .nullable(),
  detailsConfirmed: CalendarDate.nullable(),
};

export const relationFields = { personId: Id, toId: Id, kind: z.enum(RELATION_KINDS) };
