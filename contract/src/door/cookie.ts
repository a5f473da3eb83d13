/** A cookie that says that somebody came in on this browser and may still be inside; nothing of who they are. The pages of the door read it. */
export const DOOR_IN_COOKIE = 'cavren_door_in';
