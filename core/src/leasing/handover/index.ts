export { type DateSeenTo, type Handover, NO_HANDOVER, type RecordSignature, ROOM_STATE_LABEL, type RoomRecord, type RoomState } from './fields';
export { moveInList, type MoveInStep } from './list';
export { barToSignRecord, datesDue, keyDatesOf, type KeyDate, nextKeyDate, recordSides, recordText } from './handover';
