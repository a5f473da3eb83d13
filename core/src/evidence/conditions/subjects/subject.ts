import { type Words } from '../../../basis/words/index';
import type { ConditionRule } from '../../../file/product/index';
import type { FileState } from '../../../file/state/index';

/** A condition as it arises from the file. */
export interface Asked {
  /** Stable name: the rule's code and what it is about. */
  key: string;
  rule: ConditionRule;
  personId: string | null;
  about: Words;
  since: string;
}

/** What papers are asked about: how a rule of the product finds it in a file. */
export interface ConditionSubjectKind {
  label: string;
  asked(file: FileState, rule: ConditionRule): Asked[];
}

/** Whether a rule asks about something of this kind; one that names no kinds asks about all. */
export const asksAbout = (rule: ConditionRule, kind: string | null): boolean => kind !== null && (rule.kinds?.includes(kind) ?? true);
