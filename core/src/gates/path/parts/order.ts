import type { OrderState } from '../../../basis/money/index';
import { say, type Words } from '../../../basis/words/index';
import type { Draft } from '../entry';

/** What stands on the Path of an order that the bank has and that isn't through, and for whom: what it did otherwise is settled by a person. */
export function atTheBank({ state, problem }: { state: OrderState; problem: string | null }, onItsWay: Words): Pick<Draft, 'what' | 'holder'> {
  if (state === 'differs') return { what: say('path.bankPaidSomethingElse', { problem: problem ?? '' }), holder: 'completer' };
  return { what: state === 'unknown' ? say('path.whatBankDidWithOrder') : onItsWay, holder: 'service' };
}
