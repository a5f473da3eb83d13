import type { HealthNext, HealthSaid } from '@cavren/contract';

/** An answer about somebody's health as it is typed. */
export interface SaidForm {
  answer: 'yes' | 'no' | null;
  since: string;
  words: string;
  physician: string;
  medications: { name: string; dose: string; since: string; reason: string }[];
}

export const blankSaid = (): SaidForm => ({ answer: null, since: '', words: '', physician: '', medications: [] });

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** A month as people type it, May 2024 or 5/2024, as 2024-05; what is none stays as it is and is refused. */
export function monthOf(text: string): string {
  const [one = '', other = ''] = text.trim().split(/[\s./-]+/);
  const [month, year] = /^\d{4}$/.test(one) ? [other, one] : [one, other];
  const named = MONTHS.findIndex((name) => month.toLowerCase().startsWith(name));
  const number = named >= 0 ? named + 1 : Number(month);
  return /^\d{4}$/.test(year) && number >= 1 && number <= 12 ? `${year}-${String(number).padStart(2, '0')}` : text.trim();
}

type Question = Pick<NonNullable<HealthNext['next']>, 'code' | 'details'>;

/** What is sent of what was typed: of a no nothing else, of a yes what its question asks for. */
export function saidOf({ code, details }: Question, { answer, since, words, physician, medications }: SaidForm): HealthSaid {
  const asks = (detail: Question['details'][number]): boolean => answer === 'yes' && details.includes(detail);
  const text = (typed: string): string | null => typed.trim() || null;
  return {
    question: code,
    answer: answer ?? 'no',
    since: asks('since') && text(since) !== null ? monthOf(since) : null,
    words: asks('words') ? text(words) : null,
    physician: asks('physician') ? text(physician) : null,
    medications: asks('medication') ? medications.map((one) => ({ ...one, since: monthOf(one.since) })) : [],
  };
}

/** What is wrong, by where it stands, of a refusal. */
export function saidFaults(errors: readonly { path: string; message: string }[] | undefined): Record<string, string> {
  return Object.fromEntries((errors ?? []).map(({ path, message }) => [path.split('/')[0] ?? '', message]));
}
