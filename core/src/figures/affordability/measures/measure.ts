import type { Term } from '../../../basis/arithmetic/index';
import type { Words } from '../../../basis/words/index';
import type { Base } from '../base';

/** A figure that says something of whether a request can be carried: all that is known of it. */
export interface MeasureKind {
  label: string;
  /** What it is called where a rent is asked for, and where care is covered. */
  labelOfRent?: string;
  labelOfCare?: string;
  /** What the measure is, in a sentence with its source. */
  means: Words;
  unit: 'money' | 'ratio' | 'times' | 'months';
  /** The lines that lead to it; or, in words, what it waits for. */
  work: (base: Base) => Term[] | Words;
}
