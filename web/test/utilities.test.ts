// @vitest-environment node
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { utilitiesUsed } from '../build/styles';
import { THEMES } from '../src/look/palette';

const read = (path: string): string => readFileSync(fileURLToPath(new URL(path, import.meta.url)), 'utf8');
const classesOf = (css: string): Set<string> => new Set([...css.matchAll(/^\s*\.([a-z0-9-]+)(?: \{|,$|:)/gm)].map(([, name = '']) => name));
/** Words within the class attributes of a page, also of those that depend on something. */
const usedIn = (vue: string): string[] =>
  [...vue.matchAll(/\bclass="([^"]*)"/g)].flatMap(([, classes = '']) => classes.split(/[^\w-]+/)).filter((word) => word !== '');

const KIT = readFileSync(fileURLToPath(import.meta.resolve('vuetify/styles/utilities')), 'utf8');
const source = fileURLToPath(new URL('../src', import.meta.url));
const files = readdirSync(source, { recursive: true, encoding: 'utf8' });
const pages = files.filter((one) => one.endsWith('.vue')).map((name) => ({ name, page: read(`../src/${name}`) }));

it('what is built has every utility class of the kit that a page uses, and a small part of all', async () => {
  const kit = classesOf(KIT);
  const built = await utilitiesUsed(KIT);
  const has = classesOf(built);
  const used = pages.flatMap(({ page }) => usedIn(page)).filter((name) => kit.has(name));
  expect(new Set(used).size).toBeGreaterThan(100);
  expect(used.filter((name) => !has.has(name))).toEqual([]);
  // Those of a width are within their media query, and those of corners are named by what a part of the kit is given.
  for (const name of ['px-lg-3', 'rounded-sm']) expect(built).toContain(`.${name} {`);
  expect(built.length).toBeLessThan(KIT.length / 5);
});

/** Beginnings by which a class says that it is one of the kit's utilities. */
const UTILITY =
  /^(?:d|ga|gc|gr|[mp][abtrlxyse]|justify|align|flex|text|font-weight|border|rounded|overflow|position|cursor|[wh]|top|bottom|opacity|order|elevation|bg)-/;

it('a class that looks like one of the kit’s utilities is one, wherever it is used', () => {
  const known = classesOf(KIT);
  const colours = Object.keys(THEMES.light.colors).flatMap((name) => [`text-${name}`, `bg-${name}`, `border-${name}`]);
  for (const name of [...files.filter((one) => one.endsWith('.css')).flatMap((one) => [...classesOf(read(`../src/${one}`))]), ...colours]) known.add(name);
  expect(pages.length).toBeGreaterThan(100);
  const unknown = pages.flatMap(({ name, page }) => {
    const own = classesOf(page);
    return usedIn(page.slice(page.indexOf('<template>')))
      .filter((used) => UTILITY.test(used) && !known.has(used) && !own.has(used))
      .map((used) => `${name}: ${used}`);
  });
  expect(unknown).toEqual([]);
});
