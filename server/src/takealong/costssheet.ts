import {
  applicantOf,
  addMonths,
  annualPercentageRate,
  costOf,
  FEE_PAID_LABEL,
  dateInWords,
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
  say,
  type Words,
} from '@cavren/core';
import { speakerFor, type Speak } from '@cavren/words';
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
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const applicant = applicantOf(file);
  const rate = annualPercentageRate(costs, file.pack.rateMethod);
  const all = totalPayableOf(costs);
  const advanced = advances(costs);
  const paid = costs.schedule.rows.filter(({ payment }) => payment > 0);
  const last = paid.at(-1);
  const early = addMonths(costs.advanceOn, 12);
  const heading = (text: string) => ({ text, style: 'heading' });
  return makePdf(
    [
      { text: speak(say('costsSheet.whatThisLoanCostsYou')), style: 'title' },
      {
        text: speak(
          say('costsSheet.about', {
            product: file.product.name,
            whose: applicant ? personName(applicant) : say('costsSheet.you'),
            reference: file.reference,
            today: dateInWords(today),
          }),
        ),
        margin: [0, 2, 0, 4],
      },
      { text: speak(say('costsSheet.thisNoOfferYetLender', { lender })), style: 'small' },
      heading(speak(say('costsSheet.whatYouGet'))),
      {
        ul: [
          speak(say('costsSheet.lenderLendsYouAmount', { lender, amount: { money: costs.amount } })),
          ...costs.fees.map(({ rule, amount }) =>
            speak(say('costsSheet.fee', { fee: rule.label, amount: { money: amount }, paid: FEE_PAID_LABEL[rule.paid] })),
          ),
          {
            text: speak(say('costsSheet.reaches', { amount: { money: costs.paidOut }, count: advanced.count, from: advanced.from, to: advanced.to })),
            bold: true,
          },
        ],
      },
      heading(speak(say('costsSheet.whatYouPayAndWhen'))),
      { ul: costs.parts.map((part) => partWords(part, speak, costs.parts.length > 1)) },
      { text: last ? speak(say('costsSheet.lastPayment', { due: dateInWords(last.dueOn) })) : '', margin: [0, 4, 0, 0] },
      heading(speak(say('costsSheet.whatCostsAll'))),
      {
        table: {
          widths: ['*', 110],
          body: [
            [speak(say('costsSheet.youGet')), money(costs.paidOut)],
            [speak(say('costsSheet.interest')), money(costs.schedule.totalInterest)],
            ...costs.fees.map(({ rule, amount }) => [rule.label, money(amount)]),
            [speak(say('costsSheet.youPayAll')), money(all)],
            [speak(say('costsSheet.soCostsYou')), money(costOf(costs))],
            ...(rate === null ? [] : [[speak(say('costsSheet.annualPercentageRateWhatCosts')), inPercent(rate)]]),
          ].map(([label, value], at, body) => [
            { text: label ?? '', bold: at >= body.length - (rate === null ? 2 : 3) },
            { text: value ?? '', alignment: 'right', bold: at >= body.length - (rate === null ? 2 : 3) },
          ]),
        },
        layout: 'lightHorizontalLines',
      },
      ...(costs.parts.some(({ offer }) => offer.kind === 'variable') ? [{ text: speak(say('costsSheet.variableRateCanRiseOr')), margin: [0, 4, 0, 0] }] : []),
      heading(speak(say('costsSheet.ifYouMissPayment'))),
      {
        text: speak(
          say('costsSheet.ifLate', {
            charge: rules.late.fee > 0 ? 'fee' : 'none',
            fee: { money: rules.late.fee },
            afterDays: rules.late.afterDays,
            callsAfterDays: rules.late.callsAfterDays,
          }),
        ),
      },
      heading(speak(say('costsSheet.ifYouWantPayBack'))),
      {
        text: speak(
          say('costsSheet.payingBackEarly', {
            charge: rules.settlement.share > 0 ? 'share' : 'none',
            share: { percent: rules.settlement.share },
            shareWithinYear: { percent: rules.settlement.shareWithinYear },
            example: last && last.dueOn > early ? 'yes' : 'no',
            early: dateInWords(early),
            settles: { money: last && last.dueOn > early ? total(settlementTerms(costs, rules, early)) : 0 },
          }),
        ),
      },
      heading(speak(say('costsSheet.yearYear'))),
      {
        table: {
          headerRows: 1,
          widths: ['*', '*', '*', '*'],
          body: [
            [speak(say('costsSheet.year')), speak(say('costsSheet.youPay')), speak(say('costsSheet.interest2')), speak(say('costsSheet.owedAfter'))].map(
              (text, at) => ({ text, bold: true, alignment: at === 0 ? 'left' : 'right' }),
            ),
            ...yearly(costs).map(({ to, payment, interest, balance }) => [
              { text: dateInWords(to) },
              ...[payment, interest, balance].map((value) => ({ text: money(value), alignment: 'right' })),
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
      },
    ],
    speak(say('costsSheet.whatThisLoanCostsYou2', { reference: file.reference })),
    { paper: file.pack.paper },
  );
}

function advances({ parts }: Costs): { count: number; from: string; to: string } {
  const days = [...new Set(parts.map(({ terms }) => terms.advanceOn))].sort();
  const [first = '', last = first] = [days[0], days.at(-1)];
  return { count: days.length, from: dateInWords(first), to: dateInWords(last) };
}

/** A part in words that need no knowledge of lending. */
function partWords({ offer, terms, schedule }: CostedPart, speak: Speak, named: boolean): string {
  const paid = schedule.rows.filter(({ payment }) => payment > 0);
  const [first, last] = [paid[0], paid.at(-1)];
  const steps = schedule.steps.map(({ from, payment }, at) =>
    at === 0
      ? say('costsSheet.firstStep', {
          payment: { money: payment },
          often: PAYMENT_PERIOD_LABEL[terms.every],
          season: terms.season ? 'yes' : 'no',
          first: dateInWords(first?.dueOn ?? ''),
        })
      : say('costsSheet.laterStep', { from: dateInWords(schedule.rows[from - 1]?.dueOn ?? ''), payment: { money: payment } }),
  );
  const rest: Words[] = [];
  if (terms.revolving) rest.push(say('costsSheet.revolving', { share: { percent: terms.revolving.share }, least: { money: terms.revolving.least } }));
  if (terms.holiday) rest.push(say('costsSheet.holiday', { payments: terms.holiday.periods, from: terms.holiday.from }));
  if (last && last.payment !== schedule.steps.at(-1)?.payment)
    rest.push(say('costsSheet.lastOne', { due: dateInWords(last.dueOn), payment: { money: last.payment } }));
  return speak(
    say('costsSheet.part', {
      named: named ? 'yes' : 'no',
      label: offer.label,
      principal: { money: terms.principal },
      rate: { percent: terms.annualRate },
      steps: { all: [...steps, ...rest], by: 'semicolon' },
      count: paid.length,
    }),
  );
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
