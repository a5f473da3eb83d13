import {
  addMonths,
  annualPercentageRate,
  costOf,
  FEE_PAID_LABEL,
  formatDate,
  inPercent,
  moneyIn,
  PAYMENT_PERIOD_LABEL,
  personName,
  settlementTerms,
  total,
  totalPayableOf,
  type CostedPart,
  type Costs,
  type FileState,
  type IsoDate,
  type ScheduleRow,
} from '@cavren/core';
import { makePdf } from '../pdf/index';
import { neededCosts } from './texts';

/**
 * What a loan costs, for who asks for it: what they get, what they pay and when, what it costs in all, what happens when a
 * payment is missed, and what settles it early.
 */
export async function costsSheetPdf(file: FileState, today: IsoDate, lender: string): Promise<Uint8Array> {
  const costs = neededCosts(file, today);
  const rules = file.product.costs;
  if (!rules) throw new Error('Nothing is lent');
  const money = moneyIn(file.pack);
  const date = (value: string): string => formatDate(value, file.pack.dateOrder);
  const applicant = file.people.find(({ role }) => role === 'applicant');
  const rate = annualPercentageRate(costs, file.pack.rateMethod);
  const all = totalPayableOf(costs);
  const paid = costs.schedule.rows.filter(({ payment }) => payment > 0);
  const last = paid.at(-1);
  const early = addMonths(costs.advanceOn, 12);
  const heading = (text: string) => ({ text, style: 'heading' });
  return makePdf(
    [
      { text: 'What this loan costs you', style: 'title' },
      {
        text: `${file.product.name} for ${applicant ? personName(applicant) : 'you'} · file ${file.reference} · worked out on ${date(today)}`,
        margin: [0, 2, 0, 4],
      },
      { text: `This is no offer yet. ${lender} decides when everything is there; the agreement that you sign says what holds.`, style: 'small' },
      heading('What you get'),
      {
        ul: [
          `${lender} lends you ${money(costs.amount)}.`,
          ...costs.fees.map(({ rule, amount }) => `${rule.label} of ${money(amount)}, ${FEE_PAID_LABEL[rule.paid]}.`),
          { text: `${money(costs.paidOut)} reaches you, or whom you buy from, ${advances(costs, date)}.`, bold: true },
        ],
      },
      heading('What you pay, and when'),
      { ul: costs.parts.map((part) => partWords(part, money, date, costs.parts.length > 1)) },
      { text: last ? `The last payment is due on ${date(last.dueOn)}. Then nothing is owed.` : '', margin: [0, 4, 0, 0] },
      heading('What it costs in all'),
      {
        table: {
          widths: ['*', 110],
          body: [
            ['You get', money(costs.paidOut)],
            ['Interest', money(costs.schedule.totalInterest)],
            ...costs.fees.map(({ rule, amount }) => [rule.label, money(amount)]),
            ['You pay in all', money(all)],
            ['So it costs you', money(costOf(costs))],
            ...(rate === null ? [] : [['Annual percentage rate: what it costs a year, with fees, in per cent. Compare offers by it.', inPercent(rate)]]),
          ].map(([label, value], at, body) => [
            { text: label ?? '', bold: at >= body.length - (rate === null ? 2 : 3) },
            { text: value ?? '', alignment: 'right', bold: at >= body.length - (rate === null ? 2 : 3) },
          ]),
        },
        layout: 'lightHorizontalLines',
      },
      ...(costs.parts.some(({ offer }) => offer.kind === 'variable')
        ? [{ text: 'The variable rate can rise or fall. We write to you before your payment changes.', margin: [0, 4, 0, 0] }]
        : []),
      heading('If you miss a payment'),
      {
        text:
          `Call us before the date if you can. What isn’t paid goes on bearing interest at your rate. ` +
          (rules.late.fee > 0
            ? `${rules.late.afterDays} days after the date we add ${money(rules.late.fee)} once for that payment. `
            : `There is no other charge in the first ${rules.late.afterDays} days. `) +
          `After ${rules.late.callsAfterDays} days we may ask for everything that is owed at once. Late payments can make it harder to borrow elsewhere.`,
      },
      heading('If you want to pay it back early'),
      {
        text:
          `You can, on any day, all of it or a part. ` +
          (rules.settlement.share > 0
            ? `We then ask for ${inPercent(rules.settlement.share)} of what is owed, ${inPercent(rules.settlement.shareWithinYear)} in the last year, and never more than the interest that you save. `
            : `It costs nothing extra. `) +
          (last && last.dueOn > early ? `On ${date(early)}, for example, ${money(total(settlementTerms(costs, rules, early)))} would settle it.` : ''),
      },
      heading('Year by year'),
      {
        table: {
          headerRows: 1,
          widths: ['*', '*', '*', '*'],
          body: [
            ['In the year to', 'You pay', 'Of it interest', 'Owed after it'].map((text, at) => ({ text, bold: true, alignment: at === 0 ? 'left' : 'right' })),
            ...yearly(costs).map(({ to, payment, interest, balance }) => [
              { text: date(to) },
              ...[payment, interest, balance].map((value) => ({ text: money(value), alignment: 'right' })),
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
      },
    ],
    `What this loan costs you, file ${file.reference}`,
  );
}

function advances({ parts }: Costs, date: (value: string) => string): string {
  const days = [...new Set(parts.map(({ terms }) => terms.advanceOn))].sort();
  const [first = '', last = first] = [days[0], days.at(-1)];
  return days.length === 1 ? `on ${date(first)}` : `in ${days.length} amounts from ${date(first)} to ${date(last)}`;
}

/** A part in words that need no knowledge of lending. */
function partWords({ offer, terms, schedule }: CostedPart, money: (amount: number) => string, date: (value: string) => string, named: boolean): string {
  const paid = schedule.rows.filter(({ payment }) => payment > 0);
  const first = paid[0];
  const last = paid.at(-1);
  const often = PAYMENT_PERIOD_LABEL[terms.every];
  const steps = schedule.steps.map(({ from, payment }, at) =>
    at === 0
      ? `${money(payment)} ${often}${terms.season ? ' of the season' : ''}, first on ${date(first?.dueOn ?? '')}`
      : `from ${date(schedule.rows[from - 1]?.dueOn ?? '')} on ${money(payment)}`,
  );
  const rest: string[] = [];
  if (terms.revolving)
    rest.push(`each payment is ${(terms.revolving.share * 100).toFixed(0)} % of what is owed then, at least ${money(terms.revolving.least)}`);
  if (terms.holiday) rest.push(`nothing for ${terms.holiday.periods} payments from number ${terms.holiday.from} on`);
  if (last && last.payment !== schedule.steps.at(-1)?.payment) rest.push(`the last one, on ${date(last.dueOn)}, is ${money(last.payment)}`);
  const head = named ? `${offer.label}, ${money(terms.principal)} at ${inPercent(terms.annualRate)} a year: ` : '';
  const tail = named ? '' : ` The rate is ${inPercent(terms.annualRate)} a year.`;
  return `${head}${[...steps, ...rest].join('; ')}; ${paid.length} payments in all.${tail}`;
}

/** Payments added up by years from the advance. */
function yearly({ schedule, advanceOn }: Costs): { to: IsoDate; payment: number; interest: number; balance: number }[] {
  const years: { to: IsoDate; payment: number; interest: number; balance: number }[] = [];
  let rows: readonly ScheduleRow[] = schedule.rows;
  for (let year = 1; rows.length > 0; year += 1) {
    const to = addMonths(advanceOn, 12 * year);
    const within = rows.filter(({ dueOn }) => dueOn <= to);
    rows = rows.filter(({ dueOn }) => dueOn > to);
    const sum = (of: 'payment' | 'interest'): number => within.reduce((so, row) => so + row[of], 0);
    years.push({ to, payment: sum('payment'), interest: sum('interest'), balance: within.at(-1)?.balance ?? years.at(-1)?.balance ?? 0 });
  }
  return years;
}
