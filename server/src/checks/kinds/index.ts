import type { CheckKind } from '@cavren/core';
import { background } from './background';
import { company } from './company';
import { identity } from './identity';
import type { AskService } from './kind';
import { watchlist } from './watchlist';

/** How each kind of check asks its service. */
export const ASK_SERVICE: Record<CheckKind, AskService> = { identity, watchlist, company, background };
