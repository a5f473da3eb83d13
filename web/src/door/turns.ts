/** Lets the phone draw what is there and take what is pressed. */
export const breathe = (): Promise<void> => new Promise((go) => setTimeout(go));

let last = Promise.resolve();
/** A turn of one's own, after all that were asked for before, each with a breath in between. */
export function myTurn(): Promise<void> {
  last = last.then(breathe);
  return last;
}
