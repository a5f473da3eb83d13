import type { PathPart } from '../entry';
import { assistance } from './assistance';
import { bounds } from './bounds';
import { carrying } from './carrying';
import { checks } from './checks';
import { conditions } from './conditions';
import { contacts } from './contacts';
import { cover } from './cover';
import { decision } from './decision';
import { equipment } from './equipment';
import { lease } from './lease';
import { lines } from './lines';
import { needs } from './needs';
import { offer } from './offer';
import { payout } from './payout';
import { people } from './people';
import { policy } from './policy';
import { questions } from './questions';
import { references } from './references';
import { replacement } from './replacement';
import { round } from './round';
import { rows } from './rows';
import { signing } from './signing';
import { valid } from './valid';

/** Everything that puts entries on the Path, in the order in which they are met within a gate. */
export const PATH_PARTS: readonly PathPart[] = [
  people,
  needs,
  rows,
  bounds,
  round,
  lease,
  equipment,
  cover,
  assistance,
  replacement,
  lines,
  checks,
  references,
  conditions,
  carrying,
  valid,
  questions,
  contacts,
  decision,
  offer,
  signing,
  payout,
  policy,
];
