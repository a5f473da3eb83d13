import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const AskException = z.strictObject({ version: Version, subject: z.string().regex(/^(condition|figure|income):.{1,80}$/), reason: Reason });
export const AnswerException = z.strictObject({ version: Version, answer: z.enum(['granted', 'refused']) });
