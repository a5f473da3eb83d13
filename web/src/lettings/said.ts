import { parseDate, parseMonth, parseMoney, type DateOrder, type IsoDate, type LettingSaid } from '@cavren/core';

/** What somebody says of a home that they let, as it is typed. */
export interface SaidForm {
  since: string;
  until: string;
  monthlyCost: string;
  answers: Record<string, string>;
  remark: string;
}
export const blankSaid = (): SaidForm => ({ since: '', until: '', monthlyCost: '', answers: {}, remark: '' });

/** What is sent of what was typed, or what can't be read of it, by its field. A month is enough for a day. */
export function saidOf(form: SaidForm, order: DateOrder, today: IsoDate, questions: readonly { code: string }[]): LettingSaid | Record<string, string> {
  const day = (text: string, end: 'first' | 'last') => parseMonth(text, end) ?? parseDate(text, order, today);
  const since = day(form.since, 'first');
  const until = form.until.trim() === '' ? null : day(form.until, 'last');
  const monthlyCost = parseMoney(form.monthlyCost);
  const faults: Record<string, string> = {};
  if (since === null) faults['said/since'] = 'Say when, such as May 2021';
  if (until === null && form.until.trim() !== '') faults['said/until'] = 'Say when, such as May 2024, or nothing';
  if (monthlyCost === null) faults['said/monthlyCost'] = 'Give the rent as an amount';
  for (const { code } of questions) if (!form.answers[code]) faults[`said/answers/${code}`] = 'Choose one of the answers';
  if (since === null || monthlyCost === null || Object.keys(faults).length > 0) return faults;
  // The last day of a month that isn't over is no day yet.
  const ended = until !== null && until > today && until.slice(0, 7) === today.slice(0, 7) ? today : until;
  return { since, until: ended, monthlyCost, answers: form.answers, remark: form.remark.trim() || null };
}

export const isSaid = (value: LettingSaid | Record<string, string>): value is LettingSaid => 'answers' in value && typeof value.answers === 'object';
