import { choice, date, describeDetail, hidden, listed, money, text, whole } from '../../basis/detail/index';
import { isRoutingNumber, normalizeNumber } from '../../basis/numbers/index';

export const LEGAL_FORM_LABEL = {
  soleProprietor: 'Sole proprietor',
  partnership: 'Partnership',
  corporation: 'Corporation',
  limitedLiability: 'Limited liability company',
  cooperative: 'Co-operative',
} as const;
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
    /** Of a business that asks. */
    legalForm: choice('Legal form', LEGAL_FORM_LABEL),
    payoutName: text('Account holder', 120),
    payoutRouting: text('Routing number', 40, {
      hint: 'nine digits, from the check',
      tidy: normalizeNumber,
      pattern: { test: isRoutingNumber, says: 'A routing number has nine digits and its last one checks the others; these don’t fit' },
    }),
    payoutAccount: hidden('Account number', {
      tidy: normalizeNumber,
      pattern: { test: (digits) => /^\d{4,17}$/.test(digits), says: 'An account number has 4 to 17 digits' },
    }),
  },
});
