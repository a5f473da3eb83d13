import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const SendAgreement = z.strictObject({ version: Version });
export const VoidAgreement = z.strictObject({ version: Version, reason: Reason });
