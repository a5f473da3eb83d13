import { say } from '../../../basis/words/index';
import { CHAPTERS, type Chapter } from '../../../file/product/index';
import type { FileState } from '../../../file/state/index';
import { openChange, termsOf } from '../../../insuring/policy/index';
import type { Draft, PathContext, PathPart } from '../entry';
import { atTheBank } from './order';

/** The first premium and the issue of a policy, by a third person. */
export const policy: PathPart = {
  code: 'policy',
  entries: (file, context) =>
    file.product.cover && file.product.route.includes('completing') ? [...premiumEntries(file, context), ...issueEntries(file)] : [],
  afterwards: changeEntries,
};

/** A change of a running policy waits for another than who proposed it, and for what the bank does with it. */
function changeEntries(file: FileState): Draft[] {
  const open = openChange(file);
  const stuck = file.policyChanges.filter(({ state, order }) => state === 'made' && order !== null && order.state !== 'done');
  const base = { gate: 'done' as const, why: say('path.policyChangeByAnother'), place: entry.place };
  return [
    ...(open
      ? [
          {
            ...base,
            key: `policyChange:${open.id}`,
            what: say('path.policyChange', { by: open.proposedBy, on: { day: open.on } }),
            holder: 'approver' as const,
            since: open.proposedAt,
          },
        ]
      : []),
    ...stuck.map(({ id, amount, order }): Draft => ({
      ...base,
      key: `policyChange:paid:${id}`,
      what: say('path.policyChangePaid', { amount: { money: Math.abs(amount) } }),
      holder: order?.state === 'failed' || order?.state === 'differs' ? 'completer' : 'service',
      since: order?.orderedAt ?? '',
    })),
  ];
}

const entry = { gate: 'completing' as const, why: say('path.policyByThird'), place: { chapter: 'decision' as const, anchor: 'policy' } };

/** What is charged first: before the policy is issued, or at once after it. */
function premiumEntries(file: FileState, { today }: PathContext): Draft[] {
  const { policy: made, product } = file;
  if (made?.paidAt != null) return [];
  // One that was paid and went back again is none.
  const order = made?.order?.state === 'done' ? null : (made?.order ?? null);
  const amount = { money: made?.premium ?? termsOf(file, today)?.first ?? 0 };
  const key = 'policy:premium';
  if (order === null || order.state === 'failed')
    return product.cover?.policy.firstPremium === 'at' && made?.state !== 'issued'
      ? []
      : [
          {
            ...entry,
            key,
            what: order?.problem ? say('path.collectPremiumAgain', { amount, problem: order.problem }) : say('path.collectPremium', { amount }),
            holder: 'completer',
            since: order?.orderedAt ?? file.stageSince,
          },
        ];
  return [{ ...entry, key, ...atTheBank(order, say('path.premiumOnItsWay', { amount })), since: order.orderedAt }];
}

function issueEntries(file: FileState): Draft[] {
  const { policy: made } = file;
  const key = 'policy:issue';
  if (made?.state === 'issued' || made?.state === 'ended') return [];
  const since = made?.orderedAt ?? file.stageSince;
  if (made?.state === 'ordered') return [{ ...entry, key, what: made.problem ?? say('path.policyOnItsWay'), holder: 'service', since }];
  if (made?.state === 'rejected')
    return made.faults.map(({ field, what }, at) => ({
      ...entry,
      key: `${key}:${at}`,
      what: say('path.policyRejected', { what }),
      holder: 'completer',
      since,
      place: placeOf(field),
    }));
  return [{ ...entry, key, what: say('path.issuePolicy'), holder: 'completer', since: file.stageSince }];
}

/** Where a field stands that the issuing system names as `chapter:anchor`; at the policy where it names none of ours. */
function placeOf(field: string): { chapter: Chapter; anchor: string } {
  const [chapter = '', anchor = ''] = field.split(':');
  const known = CHAPTERS.find((one) => one === chapter);
  return known && anchor ? { chapter: known, anchor } : entry.place;
}
