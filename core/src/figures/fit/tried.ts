import type { IsoDate } from '../../basis/dates/index';
import { applyChanges, type DetailChange } from '../../file/details/index';
import { figuresFor, type Figure } from '../affordability/index';
import type { FitInput } from './fit';

export interface Tried {
  /** Whether something is outside as the file stands. */
  outside: boolean;
  /** The limited figures of the changed file. */
  worked: (changes: DetailChange[]) => Figure[];
  /** Whether every limited figure of the changed file is inside; those that aren’t known from the start stay out of account. */
  passes: (changes: DetailChange[]) => boolean;
}

/** A file whose changes are tried by working the figures that its product limits. */
export function triedOn(file: FitInput, today: IsoDate): Tried {
  const { measures, limits } = file.product;
  const limited = measures.filter((measure) => limits.some((limit) => limit.measure === measure));
  const now = figuresFor(file, today, limited);
  const unknown = new Set(now.filter(({ verdict }) => verdict === 'unknown').map(({ measure }) => measure));
  const worked = (changes: DetailChange[]): Figure[] => figuresFor(applyChanges(file, changes, ''), today, limited);
  return {
    outside: now.some(({ verdict }) => verdict === 'outside'),
    worked,
    passes: (changes) => worked(changes).every(({ verdict, measure }) => verdict !== 'outside' && (verdict !== 'unknown' || unknown.has(measure))),
  };
}
