// @vitest-environment node
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const read = (path: string): string => readFileSync(fileURLToPath(new URL(path, import.meta.url)), 'utf8');
const classesOf = (css: string): Set<string> => new Set([...css.matchAll(/^\s*\.([a-z0-9-]+)(?: \{|,$)/gm)].map(([, name = '']) => name));
/** Words within the class attributes of a page, also of those that depend on something. */
const usedIn = (vue: string): string[] =>
  [...vue.matchAll(/\bclass="([^"]*)"/g)].flatMap(([, classes = '']) => classes.split(/[^\w-]+/)).filter((word) => word !== '');

it('the front door has every utility class of the kit that its pages use', () => {
  const kit = classesOf(readFileSync(fileURLToPath(import.meta.resolve('vuetify/styles/utilities')), 'utf8'));
  const own = classesOf(read('../src/door/door.css'));
  expect(kit.has('d-flex') && own.has('d-flex')).toBe(true);
  const lacking = ['door', 'look'].flatMap((folder) =>
    readdirSync(fileURLToPath(new URL(`../src/${folder}`, import.meta.url)))
      .filter((name) => name.endsWith('.vue'))
      .flatMap((name) => usedIn(read(`../src/${folder}/${name}`)).map((used) => ({ name, used })))
      .filter(({ used }) => kit.has(used) && !own.has(used))
      .map(({ name, used }) => `${name}: ${used}`),
  );
  expect(lacking).toEqual([]);
});
