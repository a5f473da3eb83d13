import type { IsoDate } from '../dates/index';
import type { Minor } from '../money/index';

/** A number that is kept encrypted: its last characters, for people to recognise it by. */
export interface HiddenNumber {
  tail: string;
  /** A keyed digest of all of it, so that two numbers that end alike are told apart; absent until the server has seen it. */
  mark?: string;
}

/**
 * What a field holds. money: minor units from zero up; profit: minor units, below zero for a loss; share: a fraction of
 * one, said in per cent; percent: a number of per cent; person and people: ids of people of the file; hidden: a number of
 * which only the end is shown; code: a text that programs read, which nobody keys by hand.
 */
export type FieldKind =
  | 'text'
  | 'choice'
  | 'money'
  | 'profit'
  | 'date'
  | 'whole'
  | 'decimal'
  | 'share'
  | 'percent'
  | 'yesNo'
  | 'person'
  | 'people'
  | 'hidden'
  | 'phone'
  | 'email'
  | 'code';

/** Who may state a value: the desk alone, the one whom it is about as well, or nobody but the program. */
export type Giver = 'staff' | 'applicant' | 'program';

/** The ends of what a number may be, each with what is said beyond it. */
export interface Bound {
  value: number;
  says: string;
}

/** What is said of a field beside its kind. */
export interface Facts {
  by?: Giver;
  /** How it is asked of the applicant, where the label speaks to an officer. */
  ask?: string;
  hint?: string;
  /** What a figure is counted in. */
  unit?: 'months' | 'hours' | 'weeks' | 'years' | 'kilograms' | 'centimetres' | 'payments' | 'squareFeet' | 'days';
  /** Dates where the month counts: the day of it that is meant where only month and year are said. */
  month?: 'first' | 'last';
  /** What the browser may fill in by itself. */
  autocomplete?: string;
}

/** One field of a detail, described once: what it holds, what it is called, who gives it, and its bounds. */
export interface Field<Value = unknown> extends Facts {
  kind: FieldKind;
  label: string;
  by: Giver;
  /** What it holds before anybody stated anything. */
  blank: Value;
  /** Whether it can be empty. */
  empties: boolean;
  /** Texts: the most characters. */
  length?: number;
  /** Numbers: what is said of something that is no number, and the ends. */
  form?: string;
  least?: Bound;
  most?: Bound;
  /** Numbers: the most decimals; 0 is whole. */
  places?: number;
  /** Choices that are the same everywhere, each with its word; absent where the product or place gives them. */
  words?: Readonly<Record<string, string>>;
  /** Texts: whether they may have several lines. */
  multiline?: boolean;
  /** Texts: a form that they must have. */
  pattern?: { test: (text: string) => boolean; says: string };
  /** Texts: the one way of writing in which they are kept. */
  tidy?: (text: string) => string;
}

type Empties<Value> = Field<Value | null>;

const field = <Value>(kind: FieldKind, label: string, facts: Facts, rest: Partial<Field<Value | null>> = {}): Empties<Value> => ({
  by: 'staff',
  ...facts,
  kind,
  label,
  blank: null,
  empties: true,
  ...rest,
});

/** A line of text. @param length the most characters. */
export const text = (label: string, length: number, facts: Facts & Pick<Field, 'pattern' | 'tidy' | 'multiline'> = {}): Empties<string> =>
  field('text', label, facts, { length, ...facts });

/** One of a closed list. @param words each choice's word. */
export const choice = <Choice extends string>(label: string, words: Readonly<Record<Choice, string>>, facts: Facts = {}): Empties<Choice> =>
  field('choice', label, facts, { words });

/** One of a list that the product or the place gives. */
export const listed = <Choice extends string = string>(label: string, length: number, facts: Facts = {}): Empties<Choice> =>
  field('choice', label, facts, { length });

export const money = (label: string, facts: Facts = {}): Empties<Minor> => field('money', label, facts);
export const profit = (label: string, facts: Facts = {}): Empties<Minor> => field('profit', label, facts);
export const date = (label: string, facts: Facts = {}): Empties<IsoDate> => field('date', label, facts);
export const phone = (label: string, facts: Facts = {}): Empties<string> => field('phone', label, facts, { length: 40 });
export const email = (label: string, facts: Facts = {}): Empties<string> => field('email', label, facts, { length: 254 });
/** A number that is kept encrypted; typed as text, read as its tail. */
export const hidden = (label: string, facts: Facts & Pick<Field, 'pattern' | 'tidy'> = {}): Empties<HiddenNumber> =>
  field('hidden', label, facts, { length: 40, ...facts });
export const code = (label: string, length: number, facts: Facts & Pick<Field, 'pattern'> = {}): Empties<string> =>
  field('code', label, facts, { length, ...facts });
export const person = (label: string, facts: Facts = {}): Empties<string> => field('person', label, facts);
export const people = (label: string, facts: Facts = {}): Empties<string> => field('people', label, facts);

interface Bounds {
  form?: string;
  least: number | [number, string];
  most: number | [number, string];
}
const bound = (given: number | [number, string], says: (value: number) => string): Bound =>
  typeof given === 'number' ? { value: given, says: says(given) } : { value: given[0], says: given[1] };

function numeric(kind: FieldKind, label: string, { form = 'Give a number', least, most }: Bounds, places: number, facts: Facts): Empties<number> {
  const ends = {
    least: bound(least, (value) => (value === 0 ? 'Not below zero' : value === 1 ? 'At least one' : `At least ${value}`)),
    most: bound(most, (value) => `At most ${value}`),
  };
  return field('whole', label, facts, { kind, form, places, ...ends });
}
export const whole = (label: string, bounds: Bounds, facts: Facts = {}): Empties<number> =>
  numeric('whole', label, { form: 'Give a whole number', ...bounds }, 0, facts);
export const decimal = (label: string, bounds: Bounds, facts: Facts = {}): Empties<number> => numeric('decimal', label, bounds, 2, facts);
/** A fraction of one that people say in per cent. */
export const share = (label: string, facts: Facts = {}): Empties<number> =>
  numeric('share', label, { form: 'Give a percentage', least: 0, most: [1, 'At most 100 %'] }, 6, facts);
/** A number of per cent, up to the whole. */
export const percent = (label: string, facts: Facts = {}): Empties<number> =>
  numeric('percent', label, { form: 'Give the share in per cent', least: 0, most: [100, 'At most the whole, 100 %'] }, 2, facts);

/** Yes or no; no until somebody says yes. */
export const yesNo = (label: string, facts: Facts = {}): Field<boolean> => ({ by: 'staff', ...facts, kind: 'yesNo', label, blank: false, empties: false });

/** A field that can't be empty. @param blank what a row begins with. */
export const always = <Value>(described: Field<Value | null>, blank: Value): Field<Value> => ({ ...described, blank, empties: false });
