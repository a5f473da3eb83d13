import {
  affordability,
  costsOf,
  FEE_PAID_LABEL,
  formatDate,
  inPercent,
  formatMoney,
  moneyIn,
  partInWords,
  personName,
  signersOf,
  totalPayableOf,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { makePdf } from '../pdf/index';

/** The loan agreement of a file, as its signers get it: who, what, what it costs, every payment, what they declare. */
export async function agreementPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const { figures } = affordability(file, today);
  const costs = costsOf(file, today);
  if (!costs) throw new Error('An agreement needs an amount and a term');
  const money = moneyIn(file.pack);
  const date = (value: string) => formatDate(value, file.pack.dateOrder);
  const apr = figures.find(({ measure }) => measure === 'apr')?.value ?? null;
  const { schedule } = costs;
  const { request, product } = file;
  const rules = product.costs;
  if (!rules) throw new Error('An agreement needs a product that lends');
  const paid = schedule.rows.filter(({ payment }) => payment > 0);
  const parties = signersOf(file);
  const cells = (pairs: [string, string][]) => ({
    table: {
      widths: [170, '*'],
      body: pairs.map(([label, value]) => [
        { text: label, color: '#444444' },
        { text: value, bold: true },
      ]),
    },
    layout: 'lightHorizontalLines',
  });
  return makePdf(
    [
      { text: product.signing.title, style: 'title' },
      { text: `${lender} · file ${file.reference} · made ${date(today)}`, margin: [0, 2, 0, 8] },
      { text: 'Who agrees', style: 'heading' },
      {
        ul: [
          `${lender}, the lender`,
          ...parties.map(
            (person) =>
              `${personName(person)}, born ${person.birthDate ? date(person.birthDate) : '—'}, ${person.role === 'guarantor' ? 'guarantor' : 'borrower'}`,
          ),
        ],
      },
      { text: 'What is lent', style: 'heading' },
      cells([
        ['Purpose', request.purpose ?? '—'],
        ['Price', money(request.price ?? 0)],
        ['Down payment', money(request.downPayment ?? 0)],
        ['Amount lent', money(request.amount ?? 0)],
        ...costs.fees.map(({ rule, amount }): [string, string] => [`${rule.label}, ${FEE_PAID_LABEL[rule.paid]}`, money(amount)]),
        ['Paid out', `${money(costs.paidOut)}${request.payoutAccount ? ` to account ending ${request.payoutAccount.tail}` : ''}`],
      ]),
      { text: 'What it costs', style: 'heading' },
      cells([
        ...costs.parts.map((part): [string, string] => [
          costs.parts.length > 1 ? `${part.offer.label}, ${money(part.terms.principal)}` : 'Rate a year',
          `${part.offer.kind === 'variable' ? 'variable, now ' : ''}${speakerFor(file.pack)(partInWords(part.terms))}`,
        ]),
        // Only where the product states one: other places have other disclosures.
        ...(apr === null ? [] : [['Annual percentage rate', inPercent(apr)] satisfies [string, string]]),
        ['Payments', `${paid.length} payments, the first ${money(paid[0]?.payment ?? 0)}, the last ${money(paid.at(-1)?.payment ?? 0)}`],
        ['First payment', date(paid[0]?.dueOn ?? costs.advanceOn)],
        ['Total of payments', money(schedule.totalPayable)],
        ['Total payable', money(totalPayableOf(costs))],
      ]),
      { text: 'What you declare', style: 'heading' },
      {
        ol: [
          'The details in this application are complete and true as far as I know.',
          'I will pay each payment on its date. If I can’t, I will call before the date.',
          'Each of us owes the whole amount, not a share of it.',
          `I answer the following question as part of this agreement: ${product.signing.choice.question}`,
        ],
      },
      { text: 'If a payment is missed', style: 'heading' },
      {
        text:
          `The unpaid amount goes on bearing interest at the rate above. ` +
          `${rules.late.fee > 0 ? `After ${rules.late.afterDays} days ${money(rules.late.fee)} is added once.` : `There is no other charge in the first ${rules.late.afterDays} days.`} ` +
          `After ${rules.late.callsAfterDays} days the lender may ask for the whole balance.`,
      },
      { text: 'Every payment', style: 'heading' },
      {
        table: {
          headerRows: 1,
          widths: [28, '*', '*', '*', '*', '*'],
          body: [
            ['No.', 'Due', 'Payment', 'Interest', 'Principal', 'Balance'].map((text, at) => ({ text, bold: true, alignment: at > 1 ? 'right' : 'left' })),
            ...schedule.rows.map((row) => [
              { text: String(row.number), style: 'number' },
              { text: date(row.dueOn), style: 'number' },
              ...[row.payment, row.interest, row.principal, row.balance].map((value) => ({
                text: formatMoney(value, { locale: file.pack.locale }),
                style: 'number',
                alignment: 'right',
              })),
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
        fontSize: 8,
      },
    ],
    `${product.signing.title}, file ${file.reference}`,
  );
}

export interface SignatureRecord {
  name: string;
  position: number;
  signedAt: string;
  consentedAt: string;
  readAt: string;
  choice: string;
  typed: string | null;
  drawing: Buffer | null;
  address: string;
  device: string;
  codeSentTo: string;
}

/** The record that goes behind the agreement: who signed when, from where and how, and the digest of what was signed. */
export async function signatureRecordPdf(reference: string, documentHash: string, records: readonly SignatureRecord[]): Promise<Buffer> {
  return makePdf(
    [
      { text: 'Record of signatures', style: 'title' },
      { text: `File ${reference}`, margin: [0, 2, 0, 2] },
      { text: ['Digest of the agreement (SHA-256): ', { text: documentHash, style: 'number', fontSize: 7.5 }], style: 'small', margin: [0, 0, 0, 10] },
      ...records.flatMap((record) => [
        { text: `${record.position}. ${record.name}`, style: 'heading' },
        record.drawing
          ? { image: `data:image/png;base64,${record.drawing.toString('base64')}`, fit: [220, 70], margin: [0, 2, 0, 4] }
          : { text: record.typed ?? '', italics: true, fontSize: 20, margin: [0, 2, 0, 4] },
        {
          table: {
            widths: [150, '*'],
            body: [
              ['Signed', `${record.signedAt} (UTC)`],
              ['How', record.drawing ? 'drawn on the screen' : 'typed name'],
              ['Answer chosen', record.choice],
              ['Agreed to electronic papers', `${record.consentedAt} (UTC)`],
              ['Read to the end', `${record.readAt} (UTC)`],
              ['Proven by', `one-time code sent by text to ${record.codeSentTo}`],
              ['From', record.address],
              ['Device', record.device],
            ].map(([label, value]) => [{ text: label, color: '#444444' }, { text: value }]),
          },
          layout: 'lightHorizontalLines',
          fontSize: 8.5,
        },
      ]),
    ],
    `Record of signatures, file ${reference}`,
  );
}
