import { PRODUCT_CODE } from '../values/index';

/** A cookie that says that somebody came in on this browser and may still be inside; nothing of who they are. The pages of the door read it. */
export const DOOR_IN_COOKIE = 'cavren_door_in';

/** How a link of one's own ends. */
export const DOOR_TOKEN = /^[A-Za-z0-9_-]{32,64}$/;

const APPLY = '/door/apply/';
const LINK = '/door/';
const rest = (path: string, begin: string, pattern: RegExp): string | null =>
  path.startsWith(begin) && pattern.test(path.slice(begin.length)) ? path.slice(begin.length) : null;

/** Where somebody applies for a product. */
export const applyAddress = (code: string): string => APPLY + code;
/** Which product is applied for at an address; null where it is another address. */
export const productAppliedFor = (path: string): string | null => rest(path, APPLY, PRODUCT_CODE);
/** Where somebody comes in with a link of their own. */
export const linkAddress = (token: string): string => LINK + token;
/** The link of one's own that an address is; null where it is another address. */
export const linkAt = (path: string): string | null => rest(path, LINK, DOOR_TOKEN);
