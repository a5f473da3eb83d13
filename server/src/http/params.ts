import { z } from 'zod';

/** The path parameter of everything below a file. */
export const FileParams = z.object({ reference: z.string().regex(/^[0-9A-Z]{3}-[0-9A-Z]{3}-[0-9A-Z]$/, 'Not a reference') });
