// node docs/draw.mjs <seed> <list.csv>: works a published draw again, and says whether its list is right.
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
const [, , seed, path] = process.argv;
const digest = (text) => createHash('sha256').update(text).digest('hex');
const entries = readFileSync(path, 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map((line) => line.split(','));
const drawn = entries.map(([reference, points, place]) => ({
  reference,
  points: Number(points),
  place: Number(place),
  number: digest(`${seed}:${reference}`),
}));
drawn.sort((a, b) => b.points - a.points || (a.number < b.number ? -1 : 1));
console.log(`seal ${digest(seed)}`);
for (const [at, { reference, place }] of drawn.entries()) console.log(`${at + 1} ${reference}${place === at + 1 ? '' : ` (the list says ${place})`}`);
process.exitCode = drawn.every(({ place }, at) => place === at + 1) ? 0 : 1;
