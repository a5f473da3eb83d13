import { dateInWords, formatMoney, minor, moneyIn, monthInWords, type SaidValue, type Words } from '@cavren/core';
import { IntlMessageFormat } from 'intl-messageformat';
import en from './en.json' with { type: 'json' };

/** How a place writes amounts. */
export interface Place {
  currency: string;
  locale: string;
}

/** Makes a sentence or a label of words. */
export type Speak = (words: Words) => string;

/** The catalogue of each language: messages in the syntax of ICU MessageFormat, by concept and name. */
const CATALOGUES = { en } satisfies Record<string, Record<string, Record<string, string>>>;
export type Language = keyof typeof CATALOGUES;

const parsed = new Map<string, IntlMessageFormat>();

function messageOf(language: Language, code: string): IntlMessageFormat | null {
  const key = `${language} ${code}`;
  const known = parsed.get(key);
  if (known) return known;
  const [concept = '', name = ''] = code.split('.');
  const messages = new Map(Object.entries(CATALOGUES[language] as Record<string, Record<string, string>>)).get(concept) ?? {};
  const text = Object.hasOwn(messages, name) ? messages[name] : undefined;
  if (text === undefined) return null;
  // Amounts, dates and lists are written by the place before they come in, so that numbers are only counted here.
  const message = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
  parsed.set(key, message);
  return message;
}

const LIST = { and: 'conjunction', or: 'disjunction' } as const;
const MARKS = { comma: ', ', semicolon: '; ' } as const;
const lists = new Map<string, Intl.ListFormat>();

function joined(language: Language, by: keyof typeof LIST | keyof typeof MARKS, parts: readonly string[]): string {
  if (by === 'comma' || by === 'semicolon') return parts.join(MARKS[by]);
  const key = `${language} ${by}`;
  const list = lists.get(key) ?? new Intl.ListFormat(language, { type: LIST[by] });
  lists.set(key, list);
  return list.format(parts);
}

/** A fraction in per cent, with at most two decimals: 0.0795 → 7.95 %. */
const percent = (fraction: number): string => `${Number((fraction * 100).toFixed(2))} %`;

const small = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/**
 * What makes sentences in a language, with amounts as a place writes them; without a place amounts stand without a currency.
 */
export function speakerFor(place?: Place, language: Language = 'en'): Speak {
  const money = place ? moneyIn(place) : (amount: number): string => formatMoney(minor(amount));
  const valueOf = (value: SaidValue): string | number => {
    if (typeof value === 'number') return value;
    if (typeof value === 'string') return value;
    if ('money' in value) return money(value.money);
    if ('percent' in value) return percent(value.percent);
    if ('day' in value) return dateInWords(value.day);
    if ('month' in value) return monthInWords(value.month);
    if ('within' in value) return small(speak(value.within));
    if ('all' in value)
      return joined(
        language,
        value.by,
        value.all.map((part) => String(valueOf(part))),
      );
    return speak(value);
  };
  const speak: Speak = (words) => {
    if (typeof words === 'string') return words;
    const values = Object.fromEntries(Object.entries(words.values ?? {}).map(([name, value]) => [name, valueOf(value)]));
    // What a history of another release says in a code of its own is shown by that code rather than not at all.
    return String(messageOf(language, words.say)?.format(values) ?? words.say);
  };
  return speak;
}
