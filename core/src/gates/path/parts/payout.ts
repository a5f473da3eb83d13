import { say } from '../../../basis/words/index';
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
    why: say('path.moneyGoesOnlyAccountBank'),
    place,
  };
  if (verifyAskedAt !== null) return [{ ...entry, what: verifyProblem ?? say('path.bankAskedAboutAccount'), holder: 'service', since: verifyAskedAt }];
  return [{ ...entry, what: verifyProblem ?? say('path.verifyAccountMoneyGoes'), holder: 'completer', since: stageSince }];
}

function releaseEntries({ payout: { releasedAt, order }, stageSince }: FileState): Draft[] {
  if (releasedAt !== null) return [];
  const entry = { key: 'payout:release', gate: 'completing' as const, why: say('path.thirdPersonCompletesNeverOne'), place };
  if (order === null || order.state === 'failed')
    return [
      {
        ...entry,
        what: order?.problem ? say('path.releaseMoney2', { problem: order.problem }) : say('path.releaseMoney'),
        holder: 'completer',
        since: order?.orderedAt ?? stageSince,
      },
    ];
  if (order.state === 'differs')
    return [{ ...entry, what: say('path.bankPaidSomethingElse', { problem: order.problem ?? '' }), holder: 'completer', since: order.orderedAt }];
  const what = order.state === 'unknown' ? say('path.whatBankDidWithOrder') : say('path.orderPayOnItsWay');
  return [{ ...entry, what, holder: 'service', since: order.orderedAt }];
}
