import type { IsoDate } from '../../basis/dates/index';
import type { Minor } from '../../basis/money/index';

/** How it stands with what is asked about an earlier letting; only what was answered or set aside lets the file go on. */
export type ReferenceState = 'asked' | 'answered' | 'declined' | 'setAside';

/** What whoever let a home says of it. The cost is whole minor units a month. */
export interface LettingSaid {
  since: IsoDate;
  /** Nothing where they live there still. */
  until: IsoDate | null;
  monthlyCost: Minor;
  /** To each question of the product, by its code. */
  answers: Record<string, string>;
  remark: string | null;
}

/** A question about an earlier letting, put to whoever let it. */
export interface LettingReference {
  id: string;
  homeId: string;
  /** Who is asked. */
  refereeId: string;
  /** What was asked about, as a digest: what is stated otherwise since is asked anew. */
  about: string;
  state: ReferenceState;
  askedAt: string;
  askedBy: string;
  answeredAt: string | null;
  /** By themselves at the front door, or taken down by staff. */
  how: 'frontDoor' | 'phone' | 'post' | null;
  /** Who took it down, or set it aside. */
  takenBy: string | null;
  said: LettingSaid | null;
  /** Why it was set aside, or why they would not answer. */
  reason: string | null;
}

/** A question that a product puts to whoever let a home. */
export interface LettingQuestion {
  code: string;
  text: string;
  options: string[];
  /** The answers that who decides is pointed to. */
  concerns: string[];
}
