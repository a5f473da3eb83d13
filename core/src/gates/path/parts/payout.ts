import { say, type Words } from '../../../basis/words/index';
import { canBePaid, paidTo, payeesTotal, payoutLines, type PayoutLine } from '../../../lending/payees/index';
import { paidOutOf } from '../../../lending/costs/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
import { atTheBank } from './order';

/** Who is paid, their accounts, and the release by a third person. */
export const payout: PathPart = { code: 'payout', entries: payoutEntries };

const place = { chapter: 'decision' as const, anchor: 'payout' };

function payoutEntries(file: FileState): Draft[] {
  if (!file.product.route.includes('completing') || file.product.cover || file.product.lease) return [];
  return [...payeeEntries(file), ...payoutLines(file).flatMap((line) => [...verifyEntries(file, line), ...releaseEntries(file, line)])];
}

/** Whose account the money may go to: the applicant's, or the supplier's of what is leased. */
const accountWhy = ({ product }: Pick<FileState, 'product'>): Words =>
  product.equipment ? say('equipment.moneyGoesToSupplier') : say('path.moneyGoesOnlyAccountBank');

/** Payees of their own, and that they don't get more than there is. */
function payeeEntries(file: FileState): Draft[] {
  const named = file.payees.flatMap((payee): Draft[] => {
    const to = paidTo(file).find(({ payeeId }) => payeeId === payee.id);
    if (to && canBePaid(file, to)) return [];
    const lacks = payee.name === null ? 'name' : payee.amount === null || payee.amount === 0 ? 'amount' : payee.account === null ? 'account' : 'routing';
    return [
      {
        key: `payee:${payee.id}`,
        gate: 'gathering',
        what: say('path.payeeLacks', { name: payee.name ?? 'none', lacks }),
        why: accountWhy(file),
        holder: 'officer',
        since: payee.createdAt,
        place: { chapter: 'request', anchor: `${payee.id}.${lacks}` },
      },
    ];
  });
  const over = payeesTotal(file) - paidOutOf(file);
  if (file.payees.length === 0 || over <= 0) return named;
  return [
    ...named,
    {
      key: 'balance:payees',
      gate: 'details',
      what: say('path.payeesGetMoreThanThereIs', { over: { money: over }, paidOut: { money: paidOutOf(file) } }),
      why: say('path.whatIsPaidOutGoesOnce'),
      holder: 'officer',
      place: { chapter: 'request', anchor: `${file.payees[0]?.id ?? ''}.amount` },
    },
  ];
}

const keyOf = (of: string, { to }: PayoutLine): string => (to.payeeId === null ? `payout:${of}` : `payout:${of}:${to.payeeId}`);
/** Which of several is meant; nothing where there is one. */
const whose = (file: FileState, { to }: PayoutLine, what: Words): Words =>
  file.payees.length === 0 ? what : say('path.toPayee', { name: to.name ?? '—', what });

function verifyEntries(file: FileState, line: PayoutLine): Draft[] {
  const { verifiedAt, verifyAskedAt, verifyProblem } = line.state;
  if (verifiedAt !== null) return [];
  const entry = {
    key: keyOf('verify', line),
    gate: 'completing' as const,
    why: accountWhy(file),
    place,
  };
  if (verifyAskedAt !== null)
    return [{ ...entry, what: whose(file, line, verifyProblem ?? say('path.bankAskedAboutAccount')), holder: 'service', since: verifyAskedAt }];
  return [{ ...entry, what: whose(file, line, verifyProblem ?? say('path.verifyAccountMoneyGoes')), holder: 'completer', since: file.stageSince }];
}

function releaseEntries(file: FileState, line: PayoutLine): Draft[] {
  const { releasedAt, order } = line.state;
  if (releasedAt !== null) return [];
  const entry = { key: keyOf('release', line), gate: 'completing' as const, why: say('path.thirdPersonCompletesNeverOne'), place };
  if (order === null || order.state === 'failed')
    return [
      {
        ...entry,
        what: whose(file, line, order?.problem ? say('path.releaseMoney2', { problem: order.problem }) : say('path.releaseMoney')),
        holder: 'completer',
        since: order?.orderedAt ?? file.stageSince,
      },
    ];
  const { what, holder } = atTheBank(order, say('path.orderPayOnItsWay'));
  return [{ ...entry, what: whose(file, line, what), holder, since: order.orderedAt }];
}
