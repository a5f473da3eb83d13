import { addDays, dayAt, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import { SUBJECTS } from './subjects/index';
import { type Exception, type FileState, type Paper } from '../../file/state/index';
import type { ConditionRule } from '../../file/product/index';

export const CONDITION_STATES = ['outstanding', 'received', 'satisfied', 'excused', 'notNeeded'] as const;
export type ConditionState = (typeof CONDITION_STATES)[number];

export const CONDITION_STATE_LABEL: Record<ConditionState, string> = {
  outstanding: 'Outstanding',
  received: 'Received',
  satisfied: 'Satisfied',
  excused: 'Excused',
  notNeeded: 'Not needed',
};

/** Something that must be shown by a paper, for a person or a row of the file. */
export interface Condition {
  /** Stable name: the rule's code and the row it is about. */
  key: string;
  rule: ConditionRule | null;
  /** Whom it is asked of. */
  personId: string | null;
  title: Words;
  about: Words;
  state: ConditionState;
  since: string;
  /** The last day on which it can come without standing in anybody's way; null where it does from the start. */
  until: IsoDate | null;
  papers: Paper[];
  exception: Exception | null;
}

/**
 * The conditions that arise from the file as it stands, and those that no longer do but have papers.
 * State: excused with a granted exception; else satisfied with an accepted paper; else received with one to be looked at;
 * else outstanding. A removed or returned paper counts for nothing, so taking one away reopens its condition.
 */
export function conditionsOf(file: FileState): Condition[] {
  const asked = file.product.conditions.flatMap((rule) => SUBJECTS[rule.subject].asked(file, rule));
  const keys = new Set(asked.map(({ key }) => key));
  const current = asked.map<Condition>(({ key, rule, personId, about, since }) => {
    const papers = file.papers.filter((paper) => paper.conditionKey === key && paper.state !== 'removed');
    const exception = latestException(file, `condition:${key}`);
    return { key, rule, personId, title: rule.label, about, since, until: untilOf(file, rule, since), papers, exception, state: stateOf(papers, exception) };
  });
  const dropped = [
    ...new Set(
      file.papers
        .filter(({ conditionKey, state }) => conditionKey !== null && !keys.has(conditionKey) && state !== 'removed')
        .map(({ conditionKey }) => conditionKey ?? ''),
    ),
  ];
  const idle = dropped.map<Condition>((key) => ({
    key,
    rule: null,
    personId: null,
    title: file.product.conditions.find(({ code }) => key.startsWith(`${code}:`))?.label ?? say('conditions.earlierCondition'),
    about: say('conditions.whatWasAboutNoLonger'),
    since: file.openedAt,
    until: null,
    papers: file.papers.filter((paper) => paper.conditionKey === key && paper.state !== 'removed'),
    exception: null,
    state: 'notNeeded',
  }));
  return [...current, ...idle];
}

/** Days of grace count from the day, by the clock of the place, on which it was asked for. */
const untilOf = ({ pack }: Pick<FileState, 'pack'>, { within }: ConditionRule, since: string): IsoDate | null =>
  within === undefined ? null : addDays(dayAt(since, pack.timeZone), within);

function stateOf(papers: readonly Paper[], exception: Exception | null): ConditionState {
  if (exception?.answer === 'granted') return 'excused';
  if (papers.some(({ state }) => state === 'accepted')) return 'satisfied';
  if (papers.some(({ state }) => state === 'received')) return 'received';
  return 'outstanding';
}

/** The exception asked for last about a subject, answered or not. */
export function latestException(file: Pick<FileState, 'exceptions'>, subject: string): Exception | null {
  return file.exceptions.filter((exception) => exception.subject === subject).sort((a, b) => b.askedAt.localeCompare(a.askedAt))[0] ?? null;
}
