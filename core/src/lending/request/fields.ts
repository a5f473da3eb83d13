import { END_CHOICE_LABEL, PAYMENTS_DUE_LABEL } from '../../leasing/equipment/fields';
import { choice, date, decimal, describeDetail, hidden, listed, money, text, whole, yesNo } from '../../basis/detail/index';

export const LEGAL_FORM_LABEL = {
  soleProprietor: 'Sole proprietor',
  partnership: 'Partnership',
  corporation: 'Corporation',
  limitedLiability: 'Limited liability company',
  cooperative: 'Co-operative',
} as const;
/** Whether what is given towards a premium by income is worked out. */
export const ASSISTANCE_LABEL = { asked: 'Work it out', none: 'Not asked for' } as const;
export type LegalForm = keyof typeof LEGAL_FORM_LABEL;

/** What is asked for; term bounds are the product's, these only keep out what no loan has. */
export const REQUEST = describeDetail({
  word: 'request',
  chapter: 'request',
  part: 'request',
  table: 'file_request',
  single: true,
  fields: {
    purpose: listed('Purpose', 120, { by: 'applicant' }),
    price: money('Price', { by: 'applicant' }),
    downPayment: money('Down payment', { by: 'applicant' }),
    amount: money('Amount', { by: 'applicant' }),
    termMonths: whole(
      'Term',
      { form: 'Give the term in whole months', least: [1, 'A term has at least one month'], most: [600, 'A term has at most 600 months'] },
      { by: 'applicant', unit: 'months' },
    ),
    advanceOn: date('Paid out on', { by: 'applicant' }),
    firstPaymentOn: date('First payment'),
    /** Of a lease: its last day where that isn't the term's, whole months that nothing is asked for, and months of rent as a deposit where they aren't the product's. */
    leaseEndsOn: date('Last day of the lease'),
    freeMonths: whole('Months free of rent', { least: 0, most: 12 }),
    /** Of who takes part in a draw: how large a home they ask for. */
    bedroomsWanted: whole('Bedrooms asked for', { least: 0, most: 12 }, { by: 'applicant', ask: 'How many bedrooms do you ask for?' }),
    depositMonths: decimal('Deposit', { form: 'Give the deposit in months of rent', least: 0, most: 12 }, { unit: 'months' }),
    /** Of equipment: what it is worth at the end, for what it can be bought then, when payments fall due, what happens at the end. */
    residual: money('Residual value'),
    optionPrice: money('Price of buying it at the end'),
    paymentsDue: choice('Payments', PAYMENTS_DUE_LABEL),
    endChoice: choice('At the end', END_CHOICE_LABEL),
    /** How a premium is paid, by the product's list; whether somebody has another policy with us. */
    premiumMode: listed('Paid', 20, { by: 'applicant' }),
    otherPolicy: yesNo('Another policy with us', { by: 'applicant' }),
    /** The number of a policy of ours that ran out, and that this one goes on from. */
    renews: text('Renews our policy', 60),
    assistance: choice('Assistance towards the premium', ASSISTANCE_LABEL, { by: 'applicant', ask: 'Help with the premium, by your income' }),
    /** Of a business that asks. */
    legalForm: choice('Legal form', LEGAL_FORM_LABEL, { by: 'applicant' }),
    payoutName: text('Account holder', 120),
    payoutRouting: text('Code of the bank', 40),
    payoutAccount: hidden('Account number'),
    /** From which the payments are debited, where that is agreed. */
    debitName: text('Holder of the account that is debited', 120, { by: 'applicant' }),
    debitRouting: text('Code of its bank', 40, { by: 'applicant' }),
    debitAccount: hidden('Number of the account that is debited', { by: 'applicant' }),
  },
});
