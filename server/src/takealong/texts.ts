import { CALCULATION_SCHEMA, TakenCalculation } from '@cavren/contract';
import {
  affordability,
  annualPercentageRate,
  CALCULATION_VERSION,
  costsOf,
  minor,
  moneyIn,
  totalPayableOf,
  type Costs,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import ical, { ICalCalendarMethod } from 'ical-generator';
import Papa from 'papaparse';

export function neededCosts(file: FileState, today: IsoDate): Costs {
  const costs = costsOf(file, today);
  if (!costs) throw new Error('The request is incomplete');
  return costs;
}

/** The calculation by the published schema. */
export function calculationJson(file: FileState, today: IsoDate): string {
  const costs = neededCosts(file, today);
  const { product, pack } = file;
  const taken: TakenCalculation = {
    $schema: CALCULATION_SCHEMA,
    reference: file.reference,
    calculatedOn: today,
    calculationVersion: CALCULATION_VERSION,
    product: { code: product.code, version: product.version, name: product.name },
    place: pack.code,
    currency: pack.currency,
    read: file,
    costs: {
      amount: costs.amount,
      principal: costs.principal,
      paidOut: costs.paidOut,
      payment: costs.payment,
      totalPayable: totalPayableOf(costs),
      dayCount: product.costs?.dayCount ?? 'equalPeriods',
      rateMethod: pack.rateMethod,
      annualPercentageRate: annualPercentageRate(costs, pack.rateMethod),
      fees: costs.fees.map(({ rule: { code, label, paid, inRate }, amount }) => ({ code, label, amount, paid, inRate })),
      parts: costs.parts.map(({ offer, terms, schedule }) => ({
        kind: offer.kind,
        label: offer.label,
        principal: terms.principal,
        annualRate: terms.annualRate,
        every: terms.every,
        advanceOn: terms.advanceOn,
        schedule: schedule.rows,
      })),
    },
    figures: affordability(file, today).figures,
  };
  // Leaves out whatever the schema doesn't name.
  return JSON.stringify(TakenCalculation.parse(taken), null, 1);
}

/** Every payment as comma-separated values (RFC 4180): dates as ISO 8601, amounts with a point. */
export function scheduleCsv(file: FileState, today: IsoDate): string {
  const amount = (value: number): string => (value / 100).toFixed(2);
  const rows = neededCosts(file, today).schedule.rows.map(({ number, dueOn, payment, interest, principal, balance }) => ({
    number,
    due: dueOn,
    payment: amount(payment),
    interest: amount(interest),
    principal: amount(principal),
    balance: amount(balance),
  }));
  return Papa.unparse(rows, { newline: '\r\n' }) + '\r\n';
}

/** The day of every payment as an iCalendar (RFC 5545); the same payment keeps its name when it is taken along again. */
export function paymentDates(file: FileState, today: IsoDate, lender: string): string {
  const paid = neededCosts(file, today).schedule.rows.filter(({ payment }) => payment > 0);
  const money = moneyIn(file.pack);
  const calendar = ical({ name: `Payments, file ${file.reference}`, prodId: { company: lender, product: 'Cavren' }, method: ICalCalendarMethod.PUBLISH });
  paid.forEach(({ dueOn, payment, balance }, at) =>
    calendar.createEvent({
      id: `${file.reference}-${at + 1}@cavren`,
      start: new Date(`${dueOn}T00:00:00`),
      allDay: true,
      // The stamp follows from the file, so that the same file gives the same calendar.
      stamp: new Date(file.openedAt),
      summary: `Payment ${at + 1} of ${paid.length}: ${money(payment)}`,
      description: `${lender}, ${file.product.name}, file ${file.reference}. Owed after it: ${money(minor(balance))}.`,
    }),
  );
  return calendar.toString();
}
