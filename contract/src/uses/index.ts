import { SOURCE_KINDS } from '@cavren/core';
import { z } from 'zod';
import { line, Money } from '../values/index';

export const useFields = { what: line(120).nullable(), amount: Money.nullable() };
export const sourceFields = { kind: z.enum(SOURCE_KINDS).nullable(), what: line(120).nullable(), amount: Money.nullable() };
