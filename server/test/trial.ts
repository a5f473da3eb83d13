import type { Concept } from '../src/house/index';
import type { Account } from '../src/payments/index';

export const TO: Account = { routing: '011000015', account: '400281234', name: 'Ida Holm', digest: 'the-account' };
const REFUSING: Account = { ...TO, account: '400281222' };

/** A purpose of the tests: payments whose only consequence is a line of history. @param refused files whose payments the bank refuses. */
export const trialPayments =
  (refused: ReadonlySet<string> = new Set()): Concept =>
  (_app, { plug }) =>
    plug('paymentPurpose', {
      purpose: 'trial',
      part: 'payout',
      account: (_file, fileId) => Promise.resolve(refused.has(fileId) ? REFUSING : TO),
      text: ({ reference }) => `Trial ${reference}`,
      paid: (change, payment) => {
        change.record('trial.paid', 'trial', null, payment.bankReference);
        return Promise.resolve();
      },
    });
