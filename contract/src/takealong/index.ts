import { DAY_COUNTS, PART_KINDS, PAYMENT_PERIOD_NAMES, RATE_METHODS } from '@cavren/core';
import { z } from 'zod';
import { Figure } from '../calculation/index';
import { FileState } from '../files/index';
import { Money } from '../values/index';

const { request, people, incomes, settlements, livingCosts, debts, assets, parts, uses, sources, securities, payrolls, accounts } = FileState.shape;
const Day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);

/** What can be taken along of a file. */
export const TAKE_ALONG = ['calculation.xlsx', 'calculation.json', 'schedule.csv', 'schedule.xlsx', 'payments.ics', 'costs.pdf'] as const;
export type TakeAlong = (typeof TAKE_ALONG)[number];

/** Where the JSON Schema of a calculation is served. */
export const CALCULATION_SCHEMA = '/api/schemas/calculation.json';

/** A calculation as it is taken along: what was read, what it costs, and every figure with its lines. Money is whole minor units. */
export const TakenCalculation = z.object({
  $schema: z.literal(CALCULATION_SCHEMA),
  reference: z.string(),
  calculatedOn: Day,
  calculationVersion: z.int(),
  product: z.object({ code: z.string(), version: z.int(), name: z.string() }),
  place: z.string(),
  currency: z.string().length(3),
  read: z.object({
    request: request.omit({ payoutName: true, payoutRouting: true, payoutAccount: true, debitName: true, debitRouting: true, debitAccount: true }),
    people: z.array(people.element.pick({ id: true, kind: true, role: true, fullName: true, birthDate: true })),
    incomes,
    settlements,
    livingCosts,
    debts,
    assets,
    parts,
    uses,
    sources,
    securities,
    payrolls,
    accounts,
  }),
  costs: z
    .object({
      amount: Money,
      principal: Money,
      paidOut: Money,
      payment: Money,
      totalPayable: Money,
      dayCount: z.enum(DAY_COUNTS),
      rateMethod: z.enum(RATE_METHODS),
      annualPercentageRate: z.number().nullable(),
      fees: z.array(
        z.object({ code: z.string(), label: z.string(), amount: Money, paid: z.enum(['withheld', 'financed', 'beforehand']), inRate: z.boolean() }),
      ),
      parts: z.array(
        z.object({
          kind: z.enum(PART_KINDS),
          label: z.string(),
          principal: Money,
          annualRate: z.number(),
          every: z.enum(PAYMENT_PERIOD_NAMES),
          advanceOn: Day,
          schedule: z.array(z.object({ number: z.int(), dueOn: Day, payment: Money, interest: Money, principal: z.int(), balance: Money })),
        }),
      ),
    })
    .nullable(),
  figures: z.array(Figure),
});
export type TakenCalculation = z.infer<typeof TakenCalculation>;
