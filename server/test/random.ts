/** Whole numbers from 0 up to below one, the same in every run: a linear congruential generator with the constants of ANSI C's example. */
export function randomFrom(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor((state / 2_147_483_648) * below);
  };
}
