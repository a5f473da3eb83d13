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
  partiesOf,
  totalPayableOf,
  type FileState,
  type IsoDate,
  say,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { makePdf } from '../pdf/index';

/** The loan agreement of a file, as its signers get it: who, what, what it costs, every payment, what they declare. */
export async function agreementPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const { figures } = affordability(file, today);
  const costs = costsOf(file, today);
  if (!costs) throw new Error('An agreement needs an amount and a term');
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const date = (value: string) => formatDate(value, file.pack.dateOrder);
  const apr = figures.find(({ measure }) => measure === 'apr')?.value ?? null;
  const { schedule } = costs;
  const { request, product } = file;
  const rules = product.costs;
  if (!rules) throw new Error('An agreement needs a product that lends');
  const paid = schedule.rows.filter(({ payment }) => payment > 0);
  const parties = partiesOf(file);
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
      { text: speak(say('agreement.lenderFileReferenceMadeToday', { lender, reference: file.reference, today: date(today) })), margin: [0, 2, 0, 8] },
      { text: speak(say('agreement.whoAgrees')), style: 'heading' },
      {
        ul: [
          speak(say('agreement.lenderLender', { lender })),
          ...parties.map((party) =>
            party.kind === 'organisation'
              ? speak(
                  say('agreement.companyParty', {
                    name: personName(party),
                    role: party.role,
                    signers: { all: file.people.filter(({ signsFor }) => signsFor === party.id).map(personName), by: 'and' },
                  }),
                )
              : speak(say('agreement.party', { name: personName(party), born: party.birthDate ? date(party.birthDate) : '—', role: party.role })),
          ),
        ],
      },
      { text: speak(say('agreement.whatLent')), style: 'heading' },
      cells([
        [speak(say('agreement.purpose')), request.purpose ?? '—'],
        [speak(say('agreement.price')), money(request.price ?? 0)],
        [speak(say('agreement.downPayment')), money(request.downPayment ?? 0)],
        [speak(say('agreement.amountLent')), money(request.amount ?? 0)],
        ...costs.fees.map(({ rule, amount }): [string, string] => [
          speak(say('agreement.fee', { fee: rule.label, paid: FEE_PAID_LABEL[rule.paid] })),
          money(amount),
        ]),
        [
          speak(say('agreement.paidOut')),
          request.payoutAccount
            ? speak(say('agreement.paidOutAccountEndingTail', { paidOut: { money: costs.paidOut }, tail: request.payoutAccount.tail }))
            : money(costs.paidOut),
        ],
      ]),
      { text: speak(say('agreement.whatCosts')), style: 'heading' },
      cells([
        ...costs.parts.map((part): [string, string] => [
          costs.parts.length > 1 ? `${part.offer.label}, ${money(part.terms.principal)}` : speak(say('agreement.rateYear')),
          speak(part.offer.kind === 'variable' ? say('agreement.variableNow', { terms: partInWords(part.terms) }) : partInWords(part.terms)),
        ]),
        // Only where the product states one: other places have other disclosures.
        ...(apr === null ? [] : [[speak(say('agreement.annualPercentageRate')), inPercent(apr)] satisfies [string, string]]),
        [
          speak(say('agreement.payments')),
          speak(say('agreement.paymentsInAll', { count: paid.length, first: { money: paid[0]?.payment ?? 0 }, last: { money: paid.at(-1)?.payment ?? 0 } })),
        ],
        [speak(say('agreement.firstPayment')), date(paid[0]?.dueOn ?? costs.advanceOn)],
        [speak(say('agreement.totalPayments')), money(schedule.totalPayable)],
        [speak(say('agreement.totalPayable')), money(totalPayableOf(costs))],
      ]),
      { text: speak(say('agreement.whatYouDeclare')), style: 'heading' },
      {
        ol: [
          speak(say('agreement.detailsThisApplicationAreComplete')),
          speak(say('agreement.iWillPayEachPayment')),
          speak(say('agreement.eachUsOwesWholeAmount')),
          speak(say('agreement.iAnswerFollowingQuestionAs', { question: product.signing.choice.question })),
        ],
      },
      { text: speak(say('agreement.ifPaymentMissed')), style: 'heading' },
      {
        text: speak(
          say('agreement.ifLate', {
            charge: rules.late.fee > 0 ? 'fee' : 'none',
            fee: { money: rules.late.fee },
            afterDays: rules.late.afterDays,
            callsAfterDays: rules.late.callsAfterDays,
          }),
        ),
      },
      { text: speak(say('agreement.everyPayment')), style: 'heading' },
      {
        table: {
          headerRows: 1,
          widths: [28, '*', '*', '*', '*', '*'],
          body: [
            [
              speak(say('agreement.no')),
              speak(say('agreement.due')),
              speak(say('agreement.payment')),
              speak(say('agreement.interest')),
              speak(say('agreement.principal')),
              speak(say('agreement.balance')),
            ].map((text, at) => ({ text, bold: true, alignment: at > 1 ? 'right' : 'left' })),
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
    speak(say('agreement.titleFileReference', { title: product.signing.title, reference: file.reference })),
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

const utc = (time: string): string => `${time} (UTC)`;

/** The record that goes behind the agreement: who signed when, from where and how, and the digest of what was signed. */
export async function signatureRecordPdf(reference: string, documentHash: string, records: readonly SignatureRecord[]): Promise<Buffer> {
  const speak = speakerFor();
  return makePdf(
    [
      { text: speak(say('agreement.recordSignatures')), style: 'title' },
      { text: speak(say('agreement.fileReference', { reference })), margin: [0, 2, 0, 2] },
      { text: [speak(say('agreement.digestAgreementSHA256')), { text: documentHash, style: 'number', fontSize: 7.5 }], style: 'small', margin: [0, 0, 0, 10] },
      ...records.flatMap((record) => [
        { text: `${record.position}. ${record.name}`, style: 'heading' },
        record.drawing
          ? { image: `data:image/png;base64,${record.drawing.toString('base64')}`, fit: [220, 70], margin: [0, 2, 0, 4] }
          : { text: record.typed ?? '', italics: true, fontSize: 20, margin: [0, 2, 0, 4] },
        {
          table: {
            widths: [150, '*'],
            body: [
              [speak(say('agreement.signed')), utc(record.signedAt)],
              [speak(say('agreement.how')), speak(say('agreement.mark', { mark: record.drawing ? 'drawn' : 'typed' }))],
              [speak(say('agreement.answerChosen')), record.choice],
              [speak(say('agreement.agreedElectronicPapers')), utc(record.consentedAt)],
              [speak(say('agreement.readEnd')), utc(record.readAt)],
              [speak(say('agreement.proven')), speak(say('agreement.oneTimeCodeSentText', { codeSentTo: record.codeSentTo }))],
              [speak(say('agreement.from')), record.address],
              [speak(say('agreement.device')), record.device],
            ].map(([label, value]) => [{ text: label, color: '#444444' }, { text: value }]),
          },
          layout: 'lightHorizontalLines',
          fontSize: 8.5,
        },
      ]),
    ],
    speak(say('agreement.recordSignaturesFileReference', { reference })),
  );
}
