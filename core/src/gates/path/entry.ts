import type { IsoDate } from '../../basis/dates/index';
import type { Chapter, Stage } from '../../file/product/index';

export type Holder = 'officer' | 'applicant' | 'service' | 'approver' | 'compliance' | 'completer';

export const HOLDER_LABEL: Record<Holder, string> = {
  officer: 'Officer',
  applicant: 'Applicant',
  service: 'Outside service',
  approver: 'Approver',
  compliance: 'Compliance',
  completer: 'Completer',
};

/** One thing that still stands between a file and a gate. */
export interface PathEntry {
  key: string;
  /** The stage that the file can't leave while this stands. */
  gate: Stage;
  what: string;
  /** The rule behind it. */
  why: string;
  holder: Holder;
  holderName: string | null;
  /** Whom of the file it is about, so that each applicant sees only what is theirs. */
  personId: string | null;
  since: string;
  due: IsoDate | null;
  place: { chapter: Chapter; anchor: string };
}

/** An entry before its deadline is known. */
export type Draft = Omit<PathEntry, 'due' | 'since' | 'holderName' | 'personId'> & Partial<Pick<PathEntry, 'since' | 'holderName' | 'personId'>>;
