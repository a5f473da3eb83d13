import type { Term } from '../../../basis/arithmetic/index';
import type { Words } from '../../../basis/words/index';
import type { ProductDefinition } from '../../../file/product/index';
import type { Base } from '../base';

/** A figure that says something of whether a request can be carried: all that is known of it. */
export interface MeasureKind {
  label: string;
  /** What it is called in a product where that is another thing: of a rent, or by the month; nothing where it is the same. */
  labelIn?: (product: ProductDefinition) => string | null;
  /** What the measure is, in a sentence with its source. */
  means: Words;
  unit: 'money' | 'ratio' | 'times' | 'months';
  /** The lines that lead to it; or, in words, what it waits for. */
  work: (base: Base) => Term[] | Words;
}
