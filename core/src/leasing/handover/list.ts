import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { FileState } from '../../file/state/index';
import { chargeDue, chargesStanding, type ChargeStanding } from '../charges/index';
import { letOf, type LeaseInput } from '../terms/index';
import { barToSignRecord, recordSides } from './handover';

/** A step between a lease that was agreed on and the keys: what, whose it is, by when, and whether it is done. */
export interface MoveInStep {
  key: string;
  what: Words;
  holder: 'applicant' | 'officer' | 'completer';
  /** The day by which it is done, where it has one; else what it is done before, in words. */
  by: IsoDate | Words;
  done: boolean;
}

type Input = LeaseInput & Pick<FileState, 'receipts' | 'handover' | 'envelope'>;

/** The steps to the keys in their order: the lease signed, what is charged paid by its days, the condition of the unit taken down and signed by both, the keys. */
export function moveInList(file: Input): MoveInStep[] {
  const { lease, equipment } = file.product;
  const term = letOf(file.request);
  if (!lease || equipment || !term) return [];
  const { handover } = file;
  const sides = recordSides(file);
  const bar = barToSignRecord(handover);
  const before = say('handover.beforeKeys');
  return [
    { key: 'lease', what: say('handover.signLease'), holder: 'applicant', by: before, done: file.envelope?.state === 'complete' },
    ...chargeSteps(file),
    { key: 'record', what: say('handover.takeDown'), holder: 'officer', by: before, done: bar === null },
    { key: 'record:house', what: say('handover.signForHouse'), holder: 'officer', by: before, done: sides.house },
    { key: 'record:tenant', what: say('handover.signAsTenant'), holder: 'applicant', by: before, done: sides.tenant },
    { key: 'keys', what: say('handover.handOver'), holder: 'completer', by: term.startsOn, done: handover.keysAt !== null },
  ];
}

/** What is charged, put together by when it is due. */
function chargeSteps(file: Input): MoveInStep[] {
  const { charges } = chargesStanding(file);
  const due = (charge: ChargeStanding): string => charge.dueOn ?? charge.before;
  const firsts = charges.filter((charge, at) => charges.findIndex((one) => due(one) === due(charge)) === at);
  return firsts.map((first) => {
    const of = charges.filter((charge) => due(charge) === due(first));
    return {
      key: `charges:${due(first)}`,
      what: say('handover.pay', { amount: { money: sumOf(of) }, what: { all: of.map(({ label }) => label), by: 'comma' } }),
      holder: 'applicant',
      by: first.dueOn ?? chargeDue(first, file.product),
      done: of.every(({ owed }) => owed === 0),
    };
  });
}
const sumOf = (charges: readonly ChargeStanding[]): Minor => minor(charges.reduce((so, { amount }) => so + amount, 0));
