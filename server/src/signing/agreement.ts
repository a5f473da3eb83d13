import {
  costsOf,
  disclosureOf,
  FEE_PAID_LABEL,
  dateInWords,
  inPercent,
  formatMoney,
  minor,
  moneyIn,
  partInWords,
  personName,
  partiesOf,
  plays,
  SECURITY_KIND_LABEL,
  totalPayableOf,
  type AgreementFigure,
  type AgreementPart,
  type FileState,
  type IsoDate,
  say,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { factRows, makePdf } from '../pdf/index';

/** The loan agreement of a file, as its signers get it: who, what, what it costs, every payment, what they declare. */
export async function agreementPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const costs = costsOf(file, today);
  if (!costs) throw new Error('An agreement needs an amount and a term');
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const { schedule } = costs;
  const { request, product } = file;
  const rules = product.costs;
  if (!rules) throw new Error('An agreement needs a product that lends');
  const parties = partiesOf(file);
  const disclosed = disclosureOf(file, today);
  if (!disclosed) throw new Error('An agreement needs an amount and a term');
  /** The four figures that model forms show first, side by side. */
  const box = (label: string, value: string, words: string) => ({
    stack: [
      { text: label, bold: true },
      { text: value, fontSize: 13, bold: true, margin: [0, 2, 0, 2] },
      { text: words, style: 'small' },
    ],
  });
  /** What the place may want first: the figure, and in which words. */
  const [firstPart] = costs.parts;
  const figures: Record<AgreementFigure, string> = {
    annualPercentageRate: disclosed.rate === null ? '—' : inPercent(disclosed.rate),
    yearlyRate: firstPart ? inPercent(firstPart.terms.annualRate) : '—',
    financeCharge: money(disclosed.financeCharge),
    interestCharges: money(schedule.totalInterest),
    creditFees: money(minor(costs.fees.reduce((sum, { amount }) => sum + amount, 0))),
    amountFinanced: money(disclosed.amountFinanced),
    amountOfCredit: money(disclosed.amountFinanced),
    initialBalance: money(costs.principal),
    totalOfPayments: money(disclosed.totalOfPayments),
    totalPayable: money(totalPayableOf(costs)),
  };
  const model = file.pack.agreement;
  const boxes = [
    { text: speak(say('agreement.disclosedUnder', { law: model.law })), style: 'small', margin: [0, 6, 0, 2] },
    {
      table: {
        widths: model.figures.map(() => '*'),
        body: [
          model.figures.map((figure) => box(speak(say('agreement.figureLabel', { figure })), figures[figure], speak(say('agreement.figureMeans', { figure })))),
        ],
      },
      margin: [0, 4, 0, 6],
    },
  ];
  // Named with its address, as it signs there.
  const { creditor: named } = file.pack.notices ?? {};
  const creditor = named ? [named.name, ...named.address].join(', ') : lender;
  const guarantors = file.people.filter((person) => plays(person, ['guarantor'])).map(personName);
  const beside = costs.fees.filter(({ rule }) => !rule.inRate && rule.paid === 'beforehand');
  const securityWords =
    file.securities.length === 0
      ? speak(say('agreement.noSecurity'))
      : file.securities
          .map(({ kind, description, registration, owner }) =>
            speak(
              say('agreement.securityIs', {
                what: description ?? SECURITY_KIND_LABEL[kind ?? 'other'],
                registration: registration ?? 'none',
                owner: owner ?? 'none',
              }),
            ),
          )
          .join('; ');
  /** Each part of the agreement; the place says in which order they stand. */
  const parts: Record<AgreementPart, object[]> = {
    parties: [
      { text: speak(say('agreement.whoAgrees')), style: 'heading' },
      {
        ul: [
          speak(say('agreement.lenderLender', { lender: creditor })),
          ...parties.map((party) =>
            party.kind === 'organisation'
              ? speak(
                  say('agreement.companyParty', {
                    name: personName(party),
                    role: party.role,
                    signers: { all: file.people.filter(({ signsFor }) => signsFor === party.id).map(personName), by: 'and' },
                  }),
                )
              : speak(say('agreement.party', { name: personName(party), born: party.birthDate ? dateInWords(party.birthDate) : '—', role: party.role })),
          ),
        ],
      },
    ],
    figures: boxes,
    payments: [
      { text: speak(say('agreement.payments')), style: 'heading' },
      {
        table: {
          headerRows: 1,
          widths: ['auto', '*', '*'],
          body: [
            [speak(say('agreement.howMany')), speak(say('agreement.amountOfEach')), speak(say('agreement.whenDue'))].map((text) => ({ text, bold: true })),
            ...disclosed.payments.map(({ count, amount, from, until }) => [
              String(count),
              money(amount),
              speak(say('agreement.due2', { count, from: dateInWords(from), until: dateInWords(until) })),
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
        margin: [0, 0, 0, 8],
      },
    ],
    terms: [
      factRows([
        ...costs.parts.map((part): [string, string] => [
          costs.parts.length > 1 ? `${part.offer.label}, ${money(part.terms.principal)}` : speak(say('agreement.rateYear')),
          speak(part.terms.follows ? say('agreement.variableNow', { terms: partInWords(part.terms) }) : partInWords(part.terms)),
        ]),
        [speak(say('agreement.security')), securityWords],
        [
          speak(say('agreement.lateCharge')),
          speak(
            say('agreement.lateChargeIs', { charge: rules.late.fee > 0 ? 'fee' : 'none', fee: { money: rules.late.fee }, afterDays: rules.late.afterDays }),
          ),
        ],
        [
          speak(say('agreement.prepayment')),
          speak(
            say('agreement.prepaymentIs', {
              charge: rules.settlement.share > 0 ? 'share' : 'none',
              share: { percent: rules.settlement.share },
              shareWithinYear: { percent: rules.settlement.shareWithinYear },
            }),
          ),
        ],
        [speak(say('agreement.purpose')), request.purpose ?? '—'],
        [speak(say('agreement.price')), money(request.price ?? 0)],
        [speak(say('agreement.downPayment')), money(request.downPayment ?? 0)],
        [speak(say('agreement.amountLent')), money(request.amount ?? 0)],
        [speak(say('agreement.totalPayable')), money(totalPayableOf(costs))],
      ]),
    ],
    destination: [
      { text: speak(say('agreement.whereItGoes', { amount: { money: disclosed.amountFinanced } })), style: 'heading' },
      factRows([
        ...disclosed.itemized.to.map(({ name, account, amount }): [string, string] => [
          name ?? '—',
          account ? speak(say('agreement.paidOutAccountEndingTail', { paidOut: { money: amount }, tail: account.tail })) : money(amount),
        ]),
        ...disclosed.itemized.fees.map(({ label, amount }): [string, string] => [speak(say('agreement.paidToOthers', { fee: label })), money(amount)]),
        ...disclosed.itemized.prepaid.map(({ label, amount }): [string, string] => [speak(say('agreement.prepaidCharge', { fee: label })), money(amount)]),
        ...beside.map(({ rule, amount }): [string, string] => [
          speak(say('agreement.fee', { fee: rule.label, paid: FEE_PAID_LABEL[rule.paid] })),
          money(amount),
        ]),
      ]),
    ],
    guarantee: [
      ...(guarantors.length > 0
        ? [
            { text: speak(say('agreement.guarantee')), style: 'heading' },
            { text: speak(say('agreement.guaranteeIs', { names: { all: guarantors, by: 'and' }, amount: { money: schedule.totalPayable } })) },
          ]
        : []),
    ],
    directDebit: [
      ...(request.debitAccount
        ? [
            { text: speak(say('agreement.directDebit')), style: 'heading' },
            { text: speak(say('agreement.directDebitIs', { lender, name: request.debitName ?? '—', tail: request.debitAccount.tail })) },
          ]
        : []),
    ],
    declarations: [
      { text: speak(say('agreement.whatYouDeclare')), style: 'heading' },
      {
        ol: [
          speak(say('agreement.detailsThisApplicationAreComplete')),
          speak(say('agreement.iWillPayEachPayment')),
          speak(say('agreement.eachUsOwesWholeAmount')),
          speak(say('agreement.iAnswerFollowingQuestionAs', { question: product.signing.choice.question })),
        ],
      },
    ],
    missed: [
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
    ],
    // Copied: what makes the PDF works on the lists that it is given.
    rights: model.rights.length > 0 ? [{ text: speak(say('agreement.yourRights')), style: 'heading' }, { ul: [...model.rights] }] : [],
    schedule: [
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
              { text: dateInWords(row.dueOn), style: 'number' },
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
  };
  return makePdf(
    [
      { text: product.signing.title, style: 'title' },
      { text: speak(say('agreement.lenderFileReferenceMadeToday', { lender, reference: file.reference, today: dateInWords(today) })), margin: [0, 2, 0, 8] },
      ...model.parts.flatMap((part) => parts[part]),
    ],
    speak(say('agreement.titleFileReference', { title: product.signing.title, reference: file.reference })),
    { paper: file.pack.paper },
  );
}
