import { DOOR_IN_COOKIE } from '@cavren/contract';

/** Whether somebody came in on this phone who may still be inside; where it keeps no cookies nobody is. */
export const cameInBefore = (): boolean => typeof document !== 'undefined' && document.cookie.split('; ').some((one) => one.startsWith(`${DOOR_IN_COOKIE}=`));
