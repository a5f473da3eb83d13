import { STAFF_ROLES, type Act } from '@cavren/core';
import { z } from 'zod';

export const SignIn = z.strictObject({
  username: z.string().min(1, 'Give your sign-in name').max(60),
  password: z.string().min(1, 'Give your password').max(200),
});

export const Me = z.object({
  id: z.string(),
  name: z.string(),
  role: z.enum(STAFF_ROLES),
  acts: z.array(z.string()) as unknown as z.ZodType<Act[]>,
  csrfToken: z.string(),
});
export type Me = z.infer<typeof Me>;

export const DemoPerson = z.object({ username: z.string(), name: z.string(), role: z.enum(STAFF_ROLES), password: z.string() });
export type DemoPerson = z.infer<typeof DemoPerson>;
