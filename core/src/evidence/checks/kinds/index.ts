import type { CheckKind } from '../../../file/product/index';
import { background } from './background';
import { company } from './company';
import { identity } from './identity';
import type { KindOfCheck } from './kind';
import { watchlist } from './watchlist';

/** Every kind of check; each is an object in a file of its own. */
export const KINDS_OF_CHECK: Record<CheckKind, KindOfCheck> = { identity, watchlist, company, background };
export type { KindOfCheck } from './kind';
