import type { IsoDate } from '../../basis/dates/index';

/** How a room is when it is handed over. */
export const ROOM_STATE_LABEL = { good: 'Good', worn: 'Worn', damaged: 'Damaged' } as const;
export type RoomState = keyof typeof ROOM_STATE_LABEL;

/** A room of a unit as it was found, with pictures of it. */
export interface RoomRecord {
  id: string;
  room: string;
  state: RoomState | null;
  note: string | null;
  pictures: { id: string; name: string; mediaType: string }[];
}

/** Who signed the condition record: somebody who moves in, or whoever of the house was there. */
export interface RecordSignature {
  side: 'tenant' | 'house';
  name: string;
  /** The person of the file, or the staff member. */
  whoId: string;
  at: string;
}

/** A key date of a lease that somebody has seen to. */
export interface DateSeenTo {
  code: string;
  on: IsoDate;
  at: string;
  by: string;
  note: string | null;
}

/** Moving in: the condition of each room, signed by both (signatures go when it is changed), the keys, and key dates that were seen to. */
export interface Handover {
  rooms: RoomRecord[];
  signatures: RecordSignature[];
  keys: number | null;
  keysTo: string | null;
  keysAt: string | null;
  keysBy: string | null;
  /** Why they were handed over before the first day of the lease; null where they weren't. */
  early: string | null;
  seenTo: DateSeenTo[];
}

export const NO_HANDOVER: Handover = { rooms: [], signatures: [], keys: null, keysTo: null, keysAt: null, keysBy: null, early: null, seenTo: [] };
