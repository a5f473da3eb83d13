import type { DateOrder } from '@cavren/core';

/** How dates are typed in an order, for who is about to. */
export const DATE_FORM: Readonly<Record<DateOrder, string>> = { mdy: 'month/day/year', dmy: 'day/month/year', ymd: 'year-month-day' };
