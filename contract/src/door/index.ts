import { z } from 'zod';
import { Id, Time } from '../values/index';

export const DoorToken = z.string().regex(/^[A-Za-z0-9_-]{32,64}$/, 'This is not a link of ours');
export const OpenDoor = z.strictObject({ token: DoorToken });
export const DoorGreeting = z.object({ firstName: z.string(), phoneTail: z.string(), lender: z.string() });
export type DoorGreeting = z.infer<typeof DoorGreeting>;
export const EnterDoor = z.strictObject({ token: DoorToken, code: z.string().regex(/^\d{6}$/, 'The code has six digits') });
export const ReturnToDoor = z.strictObject({ reference: z.string().max(20), phone: z.string().max(40) });
export const ReturnCode = z.strictObject({
  reference: z.string().max(20),
  phone: z.string().max(40),
  code: z.string().regex(/^\d{6}$/, 'The code has six digits'),
});

export const DoorTask = z.object({
  key: z.string(),
  what: z.string(),
  why: z.string(),
  due: z.string().nullable(),
  conditionKey: z.string().nullable(),
  acceptable: z.array(z.string()),
});
export const DoorView = z.object({
  csrfToken: z.string(),
  name: z.string(),
  reference: z.string(),
  product: z.string(),
  stage: z.string(),
  steps: z.array(z.object({ label: z.string(), state: z.enum(['past', 'now', 'ahead']) })),
  outcome: z.enum(['open', 'declined', 'withdrawn', 'lapsed', 'done']),
  declineReasons: z.array(z.string()),
  tasks: z.array(DoorTask),
  papers: z.array(z.object({ id: Id, name: z.string(), state: z.string(), reason: z.string().nullable(), addedAt: Time })),
  signing: z
    .object({
      title: z.string(),
      state: z.enum(['waiting', 'yours', 'signed']),
      waitingFor: z.string().nullable(),
      consentedAt: Time.nullable(),
      readAt: Time.nullable(),
      question: z.string(),
      options: z.array(z.string()),
      complete: z.boolean(),
    })
    .nullable(),
  paidOut: z.object({ amount: z.string(), accountTail: z.string(), at: Time }).nullable(),
});
export type DoorView = z.infer<typeof DoorView>;

export const ReadToEnd = z.strictObject({ pages: z.int().min(1).max(500) });
export const SignAgreement = z.discriminatedUnion('mark', [
  z.strictObject({
    mark: z.literal('typed'),
    choice: z.string().min(1, 'Choose one of the answers').max(200),
    name: z.string().trim().min(1, 'Type your name').max(200),
  }),
  z.strictObject({
    mark: z.literal('drawn'),
    choice: z.string().min(1, 'Choose one of the answers').max(200),
    /** A PNG as a data URL. */
    image: z
      .string()
      .max(400_000, 'The drawing is too large')
      .regex(/^data:image\/png;base64,[A-Za-z0-9+/=]+$/, 'Draw your signature'),
  }),
]);
export type SignAgreement = z.infer<typeof SignAgreement>;
