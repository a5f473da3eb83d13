import { isOpenOrder } from '../../../basis/money/index';
import { say, type Words } from '../../../basis/words/index';
import type { Stage } from '../../../file/product/index';
import { applicantOf, type FileState } from '../../../file/state/index';
import { sharingOf } from '../../../figures/sharing/index';
import { chargesStanding, givenBackOf, type ChargeStanding } from '../../../leasing/charges/index';
import { barToSignRecord, datesDue, nextKeyDate, recordSides } from '../../../leasing/handover/index';
import { occupancyOf } from '../../../leasing/occupancy/index';
import { leaseLacks, letOf } from '../../../leasing/terms/index';
import { rentOf } from '../../../leasing/units/index';
import type { Draft, PathContext, PathPart } from '../entry';
import { atTheBank } from './order';

/** A unit that is let: held for the file at the rent of its list, nobody too many in it, what is charged paid, its condition signed, the keys handed over. */
export const lease: PathPart = {
  code: 'lease',
  entries: (file, context) =>
    file.product.lease
      ? [
          ...unitEntries(file),
          ...termEntries(file),
          ...sharingEntries(file, context),
          ...occupancyEntries(file, context),
          ...owedEntries(file),
          ...handoverEntries(file),
        ]
      : [],
  afterwardsOn: (file, today) => (file.product.lease && file.stage === 'done' ? nextKeyDate(file, today) : null),
  afterwards: (file, context) => (file.product.lease ? (file.stage === 'done' ? dateEntries(file, context) : backEntries(file)) : []),
};

const unitPlace = (anchor: string): Draft['place'] => ({ chapter: 'unit', anchor });
const movingIn = (anchor: string): Draft['place'] => ({ chapter: 'movingIn', anchor });
/** Where what is paid stands: moving in, or with the equipment. */
const paidAt = ({ product }: Pick<FileState, 'product'>): Draft['place'] => (product.equipment ? { chapter: 'equipment', anchor: 'owed' } : movingIn('owed'));

function unitEntries(file: FileState): Draft[] {
  const { unit, request } = file;
  // What is given out by a draw is held by an offer, which the round's own part asks for.
  if (file.product.draw && !unit) return [];
  const entry = { gate: file.product.draw ? ('gathering' as const) : ('details' as const), holder: 'officer' as const, place: unitPlace('unit') };
  if (!unit) return [{ ...entry, key: 'unit', what: say('path.holdUnit'), why: say('path.unitIsHeldOnce') }];
  const wanted = letOf(request);
  const dates = wanted && (wanted.startsOn !== unit.startsOn || wanted.endsOn !== unit.endsOn);
  const listed = request.termMonths === null ? null : rentOf(unit.unit, unit.startsOn, request.termMonths);
  return [
    ...(dates
      ? [
          {
            ...entry,
            key: 'unit:dates',
            what: say('path.unitOtherDates', { unit: unit.unit.label, from: { day: unit.startsOn }, until: { day: unit.endsOn } }),
            why: say('path.unitHeldForItsDays'),
            since: unit.heldAt,
          },
        ]
      : []),
    ...(!dates && listed !== null && request.amount !== null && request.amount !== listed
      ? [
          {
            ...entry,
            key: 'unit:rent',
            what: say('path.rentNotAsListed', { rent: { money: request.amount }, listed: { money: listed } }),
            why: say('path.rentIsTheList'),
            place: { chapter: 'request' as const, anchor: 'amount' },
          },
        ]
      : []),
  ];
}

function termEntries(file: FileState): Draft[] {
  const { lease: rules } = file.product;
  const { freeMonths, depositMonths, advanceOn, leaseEndsOn } = file.request;
  if (!rules) return [];
  const entry = (field: string, what: Words, why: Words): Draft => ({
    key: `bound:${field}`,
    gate: 'details',
    what,
    why,
    holder: 'officer',
    place: unitPlace(field),
  });
  const free = rules.concession?.most ?? 0;
  return [
    ...(leaseEndsOn !== null && advanceOn !== null && leaseEndsOn < advanceOn ? [entry('leaseEndsOn', leaseLacks(file) ?? '', say('path.leaseHasDays'))] : []),
    ...((freeMonths ?? 0) > free
      ? [entry('freeMonths', say('path.freeMonthsMost', { most: free }), say('path.freeMonthsWhy', { product: file.product.name }))]
      : []),
    ...((depositMonths ?? 0) > rules.deposit.monthsMost
      ? [entry('depositMonths', say('path.depositMost', { most: rules.deposit.monthsMost }), rules.deposit.why)]
      : []),
    ...file.feeWaivers
      .filter(({ code, reason }) => code === null || reason === null)
      .map<Draft>((row) => ({
        ...entry('', say('path.waiverLacks'), say('path.waiverWhy')),
        key: `waiver:${row.id}`,
        since: row.createdAt,
        place: unitPlace(`${row.id}.${row.code === null ? 'code' : 'reason'}`),
      })),
  ];
}

/** Parts of a rent that don't make the whole. */
function sharingEntries(file: FileState, { today }: PathContext): Draft[] {
  const sharing = sharingOf(file, today);
  if (!sharing || sharing.over === 0) return [];
  const [first] = file.rentShares;
  return [
    {
      key: 'sharing',
      gate: 'details',
      what: say('path.rentShared', { more: sharing.over > 0 ? 'more' : 'less', by: { money: Math.abs(sharing.over) }, rent: { money: sharing.rent } }),
      why: say('path.rentSharedWhy'),
      holder: 'officer',
      place: unitPlace(`${first?.id ?? ''}.amount`),
    },
  ];
}

const occupancyEntries = (file: FileState, { today }: PathContext): Draft[] =>
  occupancyOf(file, today).problems.map((what, at) => ({
    key: `occupancy:${at}`,
    gate: 'checking',
    what,
    why: file.product.lease?.occupancy?.why ?? '',
    holder: 'officer',
    place: unitPlace('occupancy'),
  }));

/** What is still to be paid, by the gate that waits for it. */
export function owedEntries(file: FileState): Draft[] {
  const { charges } = chargesStanding(file);
  const stages = [...new Set(charges.filter(({ owed }) => owed > 0).map(({ before }) => before))];
  return stages.map((stage) =>
    owedEntry(
      file,
      stage,
      charges.filter(({ before, owed }) => before === stage && owed > 0),
    ),
  );
}

function owedEntry(file: FileState, stage: Stage, owing: readonly ChargeStanding[]): Draft {
  const last = file.receipts.findLast(({ direction }) => direction === 'in');
  const base = { key: `owed:${stage}`, gate: stage, why: say('path.owedWhy'), place: paidAt(file), since: last?.at ?? file.stageSince };
  const amount = { money: owing.reduce((so, one) => so + one.owed, 0) };
  if (last && isOpenOrder(last.state)) return { ...base, ...atTheBank(last, say('path.paymentOnItsWay', { amount })) };
  const what = say('path.toBePaid', { amount, what: { all: owing.map(({ label }) => label), by: 'comma' } });
  return {
    ...base,
    what: last?.state === 'failed' ? say('path.toBePaidAgain', { what, problem: last.problem ?? '' }) : what,
    holder: 'applicant',
    personId: applicantOf(file)?.id ?? null,
  };
}

/** The condition of the unit, signed by both, and the keys, by a third person. */
function handoverEntries(file: FileState): Draft[] {
  const { handover } = file;
  if (handover.keysAt !== null) return [];
  const base = { gate: 'completing' as const, since: file.stageSince };
  const bar = barToSignRecord(handover);
  const { tenant, house } = recordSides(file);
  const record = { ...base, place: movingIn('record'), why: say('path.recordWhy') };
  const applicant = applicantOf(file)?.id ?? null;
  return [
    ...(bar ? [{ ...record, key: 'handover:record', what: bar, holder: 'officer' as const }] : []),
    ...(!bar && !house ? [{ ...record, key: 'handover:house', what: say('path.recordHouseSigns'), holder: 'officer' as const }] : []),
    ...(!bar && !tenant ? [{ ...record, key: 'handover:tenant', what: say('path.recordTenantSigns'), holder: 'applicant' as const, personId: applicant }] : []),
    {
      ...base,
      key: 'handover:keys',
      what: say('path.handOverKeys'),
      why: say('path.thirdPersonCompletesNeverOne'),
      holder: 'completer',
      place: movingIn('keys'),
    },
  ];
}

/** Days of a lease that is running: inspections, the last day for notice, its end. */
function dateEntries(file: FileState, { today }: PathContext): Draft[] {
  return datesDue(file, today).map(({ code, on, what, sayFrom }) => ({
    key: `keyDate:${code}:${on}`,
    gate: 'done',
    what,
    why: say('path.keyDateWhy'),
    holder: 'officer',
    since: `${sayFrom}T00:00:00.000Z`,
    due: on,
    place: movingIn('dates'),
  }));
}

/** What was paid for a file that ended without a lease, and isn't kept. */
export function backEntries(file: FileState): Draft[] {
  const { back } = givenBackOf(file);
  const gone = file.receipts.filter(({ direction }) => direction === 'back');
  // Several can go back at once, and nothing more does while one of them is with the bank.
  const last = gone.findLast(({ state }) => isOpenOrder(state)) ?? gone.at(-1);
  if (back <= 0) return [];
  const amount = { money: back };
  const base = { key: 'giveBack', gate: 'details' as const, why: say('path.giveBackWhy'), place: paidAt(file), since: last?.at ?? file.stageSince };
  if (last && isOpenOrder(last.state)) return [{ ...base, ...atTheBank(last, say('path.paymentOnItsWay', { amount })) }];
  const problem = last?.state === 'failed' ? (last.problem ?? '') : null;
  return [{ ...base, what: problem === null ? say('path.giveBack', { amount }) : say('path.giveBackAgain', { amount, problem }), holder: 'completer' }];
}
