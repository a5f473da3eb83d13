const KEY = 'cavren-door-in';

/** Whether somebody came in on this phone who may still be inside; nothing of who they are. Where a phone keeps nothing, they may be. */
export const cameIn = {
  before(): boolean {
    try {
      return localStorage.getItem(KEY) !== null;
    } catch {
      return true;
    }
  },
  keep(): void {
    try {
      localStorage.setItem(KEY, 'yes');
    } catch {
      // It is asked each time.
    }
  },
  forget(): void {
    try {
      localStorage.removeItem(KEY);
    } catch {
      // It is asked each time.
    }
  },
};
