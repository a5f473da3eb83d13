import { RISK_LEVELS, STAFF_ROLES, type Act, type Authority } from '@cavren/core';
import { z } from 'zod';
import { Id, line, LineName, Money, Version } from '../values/index';

export const SignIn = z.strictObject({
  username: z.string().min(1, 'Give your sign-in name').max(60),
  password: z.string().min(1, 'Give your password').max(200),
});

/** Up to what somebody may approve, by line; null: everything. */
export const AuthorityShape = z
  .partialRecord(LineName, z.strictObject({ amount: Money, exceptions: z.boolean(), risk: z.enum(RISK_LEVELS).optional() }))
  .nullable() satisfies z.ZodType<Authority>;

export const Me = z.object({
  id: z.string(),
  name: z.string(),
  role: z.enum(STAFF_ROLES),
  authority: AuthorityShape,
  acts: z.array(z.string()) as unknown as z.ZodType<Act[]>,
  csrfToken: z.string(),
});
export type Me = z.infer<typeof Me>;

export const DemoPerson = z.object({
  username: z.string(),
  name: z.string(),
  role: z.enum(STAFF_ROLES),
  password: z.string(),
  authority: AuthorityShape.optional(),
});
export type DemoPerson = z.infer<typeof DemoPerson>;

export const StaffMember = z.object({
  id: z.string(),
  username: z.string(),
  name: z.string(),
  role: z.enum(STAFF_ROLES),
  authority: AuthorityShape,
  endedAt: z.string().nullable(),
  /** Open files that are theirs. */
  files: z.int(),
});
export type StaffMember = z.infer<typeof StaffMember>;
export const StaffList = z.object({ staff: z.array(StaffMember) });
export type StaffList = z.infer<typeof StaffList>;

const Password = z.string().min(12, 'At least twelve characters').max(200);
export const AddStaff = z.strictObject({
  username: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z][a-z0-9.-]{1,39}$/, 'Two to forty small letters, digits, dots or hyphens'),
  name: line(120).refine((text) => text.length >= 2, 'Give the whole name'),
  role: z.enum(STAFF_ROLES),
  password: Password,
  authority: AuthorityShape.default(null),
});
export const ChangeStaff = z.strictObject({
  name: line(120)
    .refine((text) => text.length >= 2, 'Give the whole name')
    .optional(),
  role: z.enum(STAFF_ROLES).optional(),
  password: Password.optional(),
  authority: AuthorityShape.optional(),
});
/** Ends somebody's work here; their open files go to somebody else. */
export const EndStaff = z.strictObject({ toId: Id.nullable() });
export const HandOver = z.strictObject({ version: Version, toId: Id });
export const HandOverAll = z.strictObject({ toId: Id });
export const HandedOver = z.object({ files: z.int() });
