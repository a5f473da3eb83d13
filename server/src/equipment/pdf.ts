import {
  besideLoan,
  chargeDue,
  classifyLease,
  dateInWords,
  earlyEnd,
  equipmentLease,
  feesAt,
  inPercent,
  isConsumerLease,
  itemPrice,
  lateCapOf,
  lateFeeInWords,
  leaseCharges,
  moneyIn,
  partiesOf,
  personName,
  say,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { factRows, makePdf } from '../pdf/index';

const heading = (text: string): object => ({ text, style: 'heading' });
const right = (text: string, bold = false): object => ({ text, alignment: 'right', bold });

/** Rows of a table whose first column is words and whose others are figures. */
const figures = (head: string[], rows: string[][], size = 9.5): object => ({
  table: {
    headerRows: 1,
    widths: ['*', ...head.slice(1).map(() => 'auto')],
    body: [head, ...rows].map((row, line) => row.map((text, at) => (at === 0 ? { text, bold: line === 0 } : right(text, line === 0)))),
  },
  layout: 'lightHorizontalLines',
  fontSize: size,
  margin: [0, 0, 0, 8],
});

/** The lease beside a loan for the same, on one sheet. */
function besideRows(file: FileState, today: IsoDate): object[] {
  const beside = besideLoan(file);
  const lease = equipmentLease(file, today);
  if (!beside || !lease) return [];
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const label = (what: string) => speak(say('equipment.pdf', { what }));
  return [
    figures(
      ['', label('lease'), label('loan')],
      [
        [label('price'), money(lease.price), money(lease.price)],
        [label('first'), money(beside.lease.atFirst), money(beside.loan.atFirst)],
        [label('rate'), inPercent(lease.implicitRate), inPercent(beside.loan.rate)],
        [label('each'), money(lease.payment), money(beside.loan.payment)],
        [label('number'), String(lease.months), String(lease.months)],
        [label('all'), money(beside.lease.payments), money(beside.loan.payments)],
        [label('atEnd'), money(beside.lease.atEnd), '—'],
        [label('total'), money(beside.lease.total), money(beside.loan.total)],
        [label('owned'), beside.owned === null ? '—' : money(beside.owned), money(beside.loan.total)],
      ],
    ),
  ];
}

export function besideLoanPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const speak = speakerFor(file.pack);
  const title = speak(say('equipment.sheetTitle', { reference: file.reference }));
  return makePdf([{ text: lender, bold: true }, { text: title, style: 'title', margin: [0, 4, 0, 10] }, ...besideRows(file, today)], title, {
    paper: file.pack.paper,
  });
}

/**
 * The lease of equipment as its signers get it. The order and the terms of what a consumer is told follow 12 CFR 1013.4 (from
 * memory): what is leased, what is due at its beginning, payments and their sum, how the payment is worked, its end, and
 * everything that may be charged beside.
 */
export function equipmentPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const lease = equipmentLease(file, today);
  const rules = file.product.equipment;
  if (!lease || !rules) throw new Error('A lease of equipment needs items, a price and a term');
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const label = (what: string) => speak(say('equipment.pdf', { what }));
  const { creditor } = file.pack.notices ?? {};
  const lessor = creditor ? [creditor.name, ...creditor.address].join(', ') : lender;
  const kindOf = (code: string | null): string => rules.items.find((one) => one.code === code)?.label ?? '—';
  const { optionPrice, endChoice } = file.request;
  const example = Math.min(lease.months, rules.early.fromPayment);
  const classified = classifyLease(file);
  return makePdf(
    [
      { text: file.product.signing.title, style: 'title' },
      { text: speak(say('agreement.lenderFileReferenceMadeToday', { lender, reference: file.reference, today: dateInWords(today) })), margin: [0, 2, 0, 4] },
      ...(isConsumerLease(file) ? [{ text: label('law'), style: 'small' }] : []),
      heading(label('parties')),
      {
        ul: [
          speak(say('lease.landlord', { landlord: lessor })),
          ...partiesOf(file).map((party) =>
            speak(say('agreement.party', { name: personName(party), born: party.birthDate ? dateInWords(party.birthDate) : '—', role: party.role })),
          ),
        ],
      },
      heading(label('items')),
      figures(
        [label('item'), label('price')],
        file.leasedItems.map((item) => [
          [kindOf(item.kind), item.description, item.count && item.count > 1 ? `${item.count} ×` : null, item.supplier, item.quote].filter(Boolean).join(', '),
          money(itemPrice(item)),
        ]),
      ),
      heading(label('due')),
      factRows(leaseCharges(file).map((charge) => [`${speak(charge.label)}, ${speak(chargeDue(charge, file.product))}`, money(charge.amount)] as const)),
      heading(label('calculation')),
      factRows([
        [label('price'), money(lease.price)],
        [label('initial'), money(lease.initial)],
        [label('adjusted'), money(lease.adjusted)],
        [label('residual'), money(lease.residual)],
        [label('depreciation'), money(lease.depreciation)],
        [label('rent'), money(lease.rentCharge)],
        [label('totalBase'), money(lease.base * lease.months)],
        [label('number'), String(lease.months)],
        [label('base'), money(lease.base)],
        ...(lease.paymentTax > 0 ? [[label('tax'), money(lease.paymentTax)] as const] : []),
        [label('payment'), money(lease.payment)],
        [label('totalPayments'), money(lease.initial + feesAt(rules, 'start') + lease.priceTax + lease.payment * lease.months)],
      ]),
      heading(label('end')),
      {
        ul: [
          speak(say('equipment.endSays', { choice: endChoice ?? 'return', price: { money: optionPrice ?? 0 }, fee: { money: feesAt(rules, 'end') } })),
          optionPrice === null ? speak(say('equipment.noOption')) : speak(say('equipment.optionSays', { price: { money: optionPrice } })),
          speak(say('equipment.endLiability')),
        ],
      },
      heading(label('early')),
      {
        ul: [
          speak(
            say('equipment.earlySays', {
              from: rules.early.fromPayment,
              fee: { money: rules.early.fee },
              example,
              amount: { money: earlyEnd(lease, rules, example) },
            }),
          ),
          speak(say('equipment.earlyRight')),
        ],
      },
      heading(label('others')),
      factRows([
        ...rules.fees.map((fee) => [fee.label, `${money(fee.amount)}. ${fee.why}`] as const),
        [label('late'), speak(lateFeeInWords(rules.late, lateCapOf(file.pack, null), lease.payment, lease.startsOn))],
        [label('insurance'), rules.terms.insurance],
        [label('maintenance'), rules.terms.maintenance],
        [label('warranty'), rules.terms.warranty],
        [label('wear'), rules.terms.wear],
      ]),
      ...(classified
        ? [
            heading(label('classification')),
            { text: speak(say('equipment.counts', { finance: String(classified.finance) })) },
            {
              ul: classified.tests.map(
                ({ code, met, share, from }) =>
                  `${speak(say('equipment.test', { code }))}: ${met ? '✓' : '–'}${share === null || from === null ? '' : ` (${inPercent(share)}, ${inPercent(from)})`}`,
              ),
            },
          ]
        : []),
      heading(label('schedule')),
      figures(
        [label('dueOn'), label('payment'), label('interest'), label('liability')],
        lease.payments.map((one) => [`${one.number}. ${dateInWords(one.dueOn)}`, money(one.base + one.tax), money(one.interest), money(one.liability)]),
        8,
      ),
      heading(label('beside')),
      ...besideRows(file, today),
      heading(label('declare')),
      {
        ol: [
          speak(say('equipment.declareReceived')),
          speak(say('equipment.declareInsure')),
          speak(say('equipment.declareOwner')),
          speak(say('agreement.iAnswerFollowingQuestionAs', { question: file.product.signing.choice.question })),
        ],
      },
    ],
    speak(say('agreement.titleFileReference', { title: file.product.signing.title, reference: file.reference })),
    { paper: file.pack.paper },
  );
}
