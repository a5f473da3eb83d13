import type { GuarantorSheet } from '../../figures/guarantors/index';
import type { Words } from '../../basis/words/index';
import type { Affordability } from '../../figures/affordability/index';
import type { Condition } from '../../evidence/conditions/index';
import type { FileState } from '../../file/state/index';
import type { IsoDate } from '../../basis/dates/index';
import type { StaffRole } from '../../file/permissions/index';
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

/** Whose entries on the Path a role of staff can settle. */
export const HOLDERS_OF: Record<StaffRole, readonly Holder[]> = {
  intake: ['officer'],
  approver: ['approver'],
  completer: ['completer'],
  compliance: ['compliance'],
  policy: [],
};

/** One thing that still stands between a file and a gate. */
export interface PathEntry {
  key: string;
  /** The stage that the file can't leave while this stands. */
  gate: Stage;
  what: Words;
  /** The rule behind it. */
  why: Words;
  holder: Holder;
  holderName: string | null;
  /** Whom of the file it is about, so that each applicant sees only what is theirs. */
  personId: string | null;
  since: string;
  due: IsoDate | null;
  place: { chapter: Chapter; anchor: string };
}

/** An entry before its deadline is known. */
export type Draft = Omit<PathEntry, 'due' | 'since' | 'holderName' | 'personId'> & Partial<Pick<PathEntry, 'due' | 'since' | 'holderName' | 'personId'>>;

/** What a part of the Path is worked out from beside the file. */
export interface PathContext {
  today: IsoDate;
  figures: Affordability;
  guarantors: readonly GuarantorSheet[];
  conditions: readonly Condition[];
}

/** A part of the Path: what one matter of a file puts on it. */
export interface PathPart {
  code: string;
  entries(file: FileState, context: PathContext): Draft[];
  /** What is still to be done of it once a file is done. */
  afterwards?(file: FileState, context: PathContext): Draft[];
  /** The next day after one on which there is something new of it to do, once a file is done; null where there is none. */
  afterwardsOn?(file: FileState, today: IsoDate): IsoDate | null;
}
