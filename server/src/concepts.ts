import { assistance } from './assistance/index';
import { calculation } from './calculation/index';
import { checks } from './checks/index';
import { completion } from './completion/index';
import { conditions } from './conditions/index';
import { consents } from './consents/index';
import { contacts } from './contacts/index';
import { decision } from './decision/index';
import { declarations } from './declarations/index';
import { details } from './details/index';
import { door } from './door/index';
import { duplicates } from './duplicates/index';
import { earnings } from './earnings/index';
import { equipment } from './equipment/index';
import { events } from './events/index';
import { files } from './files/index';
import { find } from './find/index';
import { health } from './health/index';
import { handover } from './handover/index';
import { history } from './history/index';
import type { Concept } from './house/index';
import { invitations } from './invitations/index';
import { lapse } from './lapse/index';
import { leaving } from './leaving/index';
import { lines } from './lines/index';
import { moving } from './moving/index';
import { certificates } from './offers/index';
import { opening } from './opening/index';
import { notices } from './notices/index';
import { offering } from './offering/index';
import { outbox } from './outbox/index';
import { papers } from './papers/index';
import { payments } from './payments/index';
import { persons } from './persons/index';
import { products } from './products/index';
import { receipts } from './receipts/index';
import { references } from './references/index';
import { rounds } from './rounds/index';
import { session } from './session/index';
import { signing } from './signing/index';
import { takeAlong } from './takealong/index';
import { staff } from './staff/index';
import { today } from './today/index';
import { underwriting } from './underwriting/index';
import { policies } from './policies/index';
import { units } from './units/index';

/** Everything that Cavren is made of. The order doesn't matter: concepts find one another when they are asked something. */
export const concepts: readonly Concept[] = [
  session,
  staff,
  products,
  certificates,
  persons,
  files,
  history,
  details,
  duplicates,
  consents,
  contacts,
  declarations,
  checks,
  conditions,
  papers,
  signing,
  decision,
  offering,
  notices,
  calculation,
  payments,
  completion,
  underwriting,
  lines,
  assistance,
  policies,
  earnings,
  units,
  rounds,
  references,
  equipment,
  receipts,
  handover,
  leaving,
  opening,
  moving,
  today,
  find,
  lapse,
  outbox,
  invitations,
  events,
  takeAlong,
  door,
  health,
];
