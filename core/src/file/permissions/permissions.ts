import { leasedPrice } from '../../leasing/equipment/fields';
import { worthOf } from '../../insuring/lines/fields';
import { say, type Words } from '../../basis/words/index';
import { minor, type Minor } from '../../basis/money/index';
import { RISK_LEVELS, type Line, type RiskLevel } from '../product/index';
import type { FileState, PaymentOrder } from '../state/index';

export const STAFF_ROLES = ['intake', 'approver', 'completer', 'compliance', 'policy'] as const;
export type StaffRole = (typeof STAFF_ROLES)[number];

export const STAFF_ROLE_LABEL: Record<StaffRole, string> = {
  intake: 'Intake officer',
  approver: 'Approver',
  completer: 'Completer',
  compliance: 'Compliance reviewer',
  policy: 'Policy owner',
};

/** Every act that needs a right, and the roles that have it. What is not listed is refused. */
const RIGHTS = {
  'file.read': ['intake', 'approver', 'completer', 'compliance', 'policy'],
  'file.open': ['intake'],
  'file.move': ['intake'],
  'file.withdraw': ['intake'],
  'file.end': ['intake'],
  'file.invite': ['intake'],
  'details.write': ['intake'],
  'number.reveal': ['intake', 'compliance'],
  'person.search': ['intake', 'compliance'],
  'person.merge': ['compliance'],
  'duplicate.say': ['intake'],
  'duplicate.review': ['compliance'],
  'monitoring.keep': ['intake'],
  'certificate.read': ['intake', 'compliance', 'policy'],
  'certificate.write': ['policy'],
  'consent.record': ['intake'],
  'check.ask': ['intake', 'compliance'],
  'finding.resolve': ['intake', 'compliance'],
  'candidate.decide': ['compliance'],
  'paper.add': ['intake'],
  'paper.judge': ['intake'],
  'paper.remove': ['intake'],
  'exception.ask': ['intake'],
  'exception.answer': ['approver', 'compliance'],
  'agreement.send': ['intake'],
  'agreement.void': ['intake'],
  'question.answer': ['intake'],
  'decision.make': ['approver'],
  'decline.propose': ['intake'],
  'decline.make': ['intake', 'approver'],
  'file.stop': ['compliance'],
  'offer.answer': ['intake'],
  'offer.meet': ['intake'],
  'appeal.take': ['intake'],
  'notice.send': ['intake'],
  'notice.read': ['intake', 'approver', 'compliance'],
  'letter.post': ['intake'],
  'file.handOver': ['intake'],
  'staff.read': ['intake', 'approver', 'compliance', 'policy'],
  'staff.write': ['policy'],
  'payout.verify': ['intake', 'completer'],
  'payout.release': ['completer'],
  'health.ask': ['intake'],
  'health.read': ['approver'],
  'underwriting.make': ['approver'],
  'producers.name': ['intake'],
  'earnings.read': ['intake', 'compliance', 'policy'],
  'policy.change': ['intake'],
  'policyChange.answer': ['approver'],
  'unit.hold': ['intake'],
  'round.open': ['policy'],
  'round.draw': ['compliance'],
  'round.offer': ['intake'],
  'receipt.take': ['intake', 'completer'],
  'receipt.giveBack': ['completer'],
  'record.write': ['intake', 'completer'],
  'keys.handOver': ['completer'],
  'keyDate.see': ['intake'],
  'leaseNotice.take': ['intake'],
  'policy.issue': ['completer'],
  'policy.end': ['completer'],
  'history.read': ['intake', 'approver', 'completer', 'compliance', 'policy'],
  'sealedDays.read': ['compliance', 'policy'],
  'outbox.read': ['intake', 'compliance'],
} as const satisfies Record<string, readonly StaffRole[]>;

export type Act = keyof typeof RIGHTS;

/** Whether a role may do an act at all. */
export function may(role: StaffRole, act: Act): boolean {
  return (RIGHTS[act] as readonly StaffRole[]).includes(role);
}

/** All acts of a role, for the screen. */
export function actsOf(role: StaffRole): Act[] {
  return (Object.keys(RIGHTS) as Act[]).filter((act) => may(role, act));
}

/** Why somebody must not decide a file, or null: never one who prepared it. */
export function barToDecide(file: Pick<FileState, 'preparedBy' | 'decisions'>, staffId: string): Words | null {
  if (file.preparedBy.includes(staffId)) return say('permissions.youPreparedThisFileSo');
  // Who declined a file doesn't judge what is brought against that.
  const appealed = file.decisions.findLastIndex(({ outcome }) => outcome === 'appeal');
  const declined = file.decisions.slice(0, Math.max(0, appealed)).findLast(({ outcome }) => outcome === 'decline');
  return declined?.byId === staffId ? say('permissions.youDeclinedThisFileSo') : null;
}

/** Up to what somebody may approve in a line: an amount, whether with exceptions, and up to which risk; any where none is said. */
export interface LineAuthority {
  amount: Minor;
  exceptions: boolean;
  risk?: RiskLevel | undefined;
}
/** By line; a line that isn't named is none of theirs. Null: everything. */
export type Authority = Partial<Record<Line, LineAuthority>> | null;

/** What authority over a file goes by: the amount that is asked for, what is paid a month to all who are covered, or at most met of what their care costs, or what things are worth that are. */
export function amountOf({
  product,
  request,
  covers,
  coverLines,
  leasedItems,
}: Pick<FileState, 'product' | 'request' | 'covers' | 'coverLines' | 'leasedItems'>): Minor | null {
  if (product.equipment) return leasedPrice({ leasedItems });
  // At their whole value, whatever share and level are chosen, so that no choice of a level moves a file past somebody's authority.
  if (product.cover?.lines) return minor(coverLines.reduce((so, line) => so + (worthOf(line) ?? 0), 0));
  // Where a plan meets what care costs, the most that it meets of each who is covered.
  if (product.cover?.benefit === null && covers.length > 0) return minor(product.bounds.amount.most * covers.length);
  return product.cover === null || covers.length === 0 ? request.amount : minor(covers.reduce((so, { benefit }) => so + (benefit ?? 0), 0));
}

/** Why somebody may not approve a file by themselves, or null: its amount, its risk or an exception in it goes beyond what they may. */
export function barToApprove(
  file: Pick<FileState, 'product' | 'request' | 'covers' | 'coverLines' | 'leasedItems' | 'exceptions'>,
  authority: Authority,
  risk: RiskLevel,
): Words | null {
  if (authority === null) return null;
  const own = authority[file.product.line];
  if (!own) return say('permissions.lineBeyondAuthority');
  if ((amountOf(file) ?? 0) > own.amount) return say('permissions.amountBeyondAuthority', { amount: { money: own.amount } });
  if (own.risk !== undefined && RISK_LEVELS.indexOf(risk) > RISK_LEVELS.indexOf(own.risk)) return say('permissions.riskBeyondAuthority', { risk });
  const excused = !own.exceptions && file.exceptions.some(({ answer }) => answer === 'granted');
  return excused ? say('permissions.exceptionBeyondAuthority') : null;
}

/** Why somebody must not release the money, or null: neither one who prepared the file nor the one who approved it. */
export function barToRelease(file: Pick<FileState, 'preparedBy' | 'decisions'>, staffId: string): Words | null {
  if (file.preparedBy.includes(staffId)) return say('permissions.youPreparedThisFileSo2');
  const approval = file.decisions.findLast(({ outcome }) => outcome === 'approve' || outcome === 'counter');
  return approval?.byId === staffId ? say('permissions.youApprovedThisFileSo') : null;
}

const ORDER_BAR: Partial<Record<PaymentOrder['state'], Words>> = {
  differs: say('permissions.bankPaidSomethingElse'),
  unknown: say('permissions.whatBankDidWithOrder'),
  ordered: say('permissions.orderPayOnItsWay'),
};

/** Why nothing but the bank may move a file on, or null: an order to pay is out, or what became of it isn't known. */
export function paymentBar({ payout, payeePayouts, policy, receipts }: Pick<FileState, 'payout' | 'payeePayouts' | 'policy' | 'receipts'>): Words | null {
  if (policy?.state === 'ordered') return say('permissions.policyOnItsWay');
  const states = new Set([...[payout, ...payeePayouts, ...(policy ? [policy] : [])].map(({ order }) => order?.state), ...receipts.map(({ state }) => state)]);
  return Object.entries(ORDER_BAR).find(([state]) => states.has(state as PaymentOrder['state']))?.[1] ?? null;
}

/** Why a file can't go back to be decided again, or null: a part of the money has gone. */
export const paidBar = ({ payout, payeePayouts, policy }: Pick<FileState, 'payout' | 'payeePayouts' | 'policy'>): Words | null => {
  if (policy && (policy.paidAt !== null || policy.state === 'issued')) return say('permissions.policyIsThere');
  return [payout, ...payeePayouts].some(({ releasedAt }) => releasedAt !== null) ? say('permissions.partOfMoneyHasGone') : null;
};
