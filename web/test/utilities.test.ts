// @vitest-environment node
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { PALETTE } from '../src/look/palette';

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

/** Beginnings by which a class says that it is one of the kit's utilities. */
const UTILITY =
  /^(?:d|ga|gc|gr|[mp][abtrlxyse]|justify|align|flex|text|font-weight|border|rounded|overflow|position|cursor|[wh]|top|bottom|opacity|order|elevation|bg)-/;

it('a class that looks like one of the kit’s utilities is one, wherever it is used', () => {
  const source = fileURLToPath(new URL('../src', import.meta.url));
  const files = readdirSync(source, { recursive: true, encoding: 'utf8' });
  const known = classesOf(readFileSync(fileURLToPath(import.meta.resolve('vuetify/styles/utilities')), 'utf8'));
  const colours = Object.keys(PALETTE.light).flatMap((name) => [`text-${name}`, `bg-${name}`, `border-${name}`]);
  for (const name of [...files.filter((one) => one.endsWith('.css')).flatMap((one) => [...classesOf(read(`../src/${one}`))]), ...colours]) known.add(name);
  const pages = files.filter((one) => one.endsWith('.vue')).map((name) => ({ name, page: read(`../src/${name}`) }));
  expect(pages.length).toBeGreaterThan(100);
  const unknown = pages.flatMap(({ name, page }) => {
    const own = classesOf(page);
    return usedIn(page.slice(page.indexOf('<template>')))
      .filter((used) => UTILITY.test(used) && !known.has(used) && !own.has(used))
      .map((used) => `${name}: ${used}`);
  });
  expect(unknown).toEqual([]);
});
