import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** The account, and the release by a third person. */
export const payout: PathPart = { code: 'payout', entries: payoutEntries };

const place = { chapter: 'decision' as const, anchor: 'payout' };

function payoutEntries(file: FileState): Draft[] {
  return [...verifyEntries(file), ...releaseEntries(file)];
}

function verifyEntries({ payout: { verifiedAt, verifyAskedAt, verifyProblem }, stageSince }: FileState): Draft[] {
  if (verifiedAt !== null) return [];
  const entry = {
    key: 'payout:verify',
    gate: 'completing' as const,
    why: 'Money goes only to an account that the bank says belongs to the applicant.',
    place,
  };
  if (verifyAskedAt !== null) return [{ ...entry, what: verifyProblem ?? 'The bank is asked about the account', holder: 'service', since: verifyAskedAt }];
  return [{ ...entry, what: verifyProblem ?? 'Verify the account that the money goes to', holder: 'completer', since: stageSince }];
}

function releaseEntries({ payout: { releasedAt, order }, stageSince }: FileState): Draft[] {
  if (releasedAt !== null) return [];
  const entry = { key: 'payout:release', gate: 'completing' as const, why: 'A third person completes, never the one who approved.', place };
  if (order === null || order.state === 'failed')
    return [
      {
        ...entry,
        what: order?.problem ? `Release the money: ${order.problem}` : 'Release the money',
        holder: 'completer',
        since: order?.orderedAt ?? stageSince,
      },
    ];
  const what =
    order.state === 'unknown' ? 'What the bank did with the order isn’t known yet: it is asked until it says' : 'The order to pay is on its way to the bank';
  return [{ ...entry, what, holder: 'service', since: order.orderedAt }];
}
