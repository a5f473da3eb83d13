import type { FileState, LineVersion } from '../../file/state/index';
import { LINE_FIELDS, type CoverLine, type LineValues } from './fields';
import { interestsIn, type LinesInput } from './lines';

export type StandingInput = LinesInput & Pick<FileState, 'lineVersions'>;

/** A line with those who have an interest in it, as it is sent. */
export function lineValues(file: Pick<LinesInput, 'interests'>, line: CoverLine): LineValues {
  const fields = Object.fromEntries(LINE_FIELDS.map((field) => [field, line[field]])) as Omit<LineValues, 'interests'>;
  return { ...fields, interests: interestsIn(file, line).map(({ who, kind, share }) => ({ who, kind, share })) };
}

/**
 * Where a line stands: being entered, sent, accepted, or rejected with what is wrong by field. A line that was changed since
 * it was accepted or rejected is being entered again, as its next version.
 */
export interface LineStanding {
  state: 'entered' | 'sent' | 'accepted' | 'rejected';
  version: number;
  /** What the issuing system knows it by, once it has accepted any version. */
  number: string | null;
  faults: { field: string; what: string }[];
}

export function standingOf(file: StandingInput, line: CoverLine): LineStanding {
  const newest = newestOf(file, line.id);
  if (!newest) return { state: 'entered', version: 1, number: null, faults: [] };
  const { version, number, state } = newest;
  if (state === 'sent') return { state, version, number, faults: [] };
  if (state === 'withdrawn' || !isSame(newest.values, lineValues(file, line))) return { state: 'entered', version: version + 1, number, faults: [] };
  return { state, version, number, faults: newest.faults };
}

/** The newest version of a line that went to the issuing system. */
export const newestOf = ({ lineVersions }: Pick<FileState, 'lineVersions'>, lineId: string): LineVersion | undefined =>
  lineVersions.find((one) => one.lineId === lineId);

const isSame = (a: LineValues, b: LineValues): boolean => JSON.stringify(inOrder(a)) === JSON.stringify(inOrder(b));
const inOrder = (values: LineValues): unknown[] => [
  ...LINE_FIELDS.map((field) => values[field]),
  values.interests.map(({ who, kind, share }) => [who, kind, share]),
];

/** Lines that aren't sent as they are now. */
export const linesToSend = (file: StandingInput): CoverLine[] => file.coverLines.filter((line) => standingOf(file, line).state === 'entered');

/** What was accepted and isn't in the file any more: the issuing system is told. */
export const linesToWithdraw = (file: StandingInput): LineVersion[] =>
  file.lineVersions.filter(
    ({ lineId, state, number }) => state !== 'sent' && state !== 'withdrawn' && number !== null && !file.coverLines.some(({ id }) => id === lineId),
  );
