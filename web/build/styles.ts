import { PurgeCSS } from 'purgecss';
import type { Plugin } from 'vite';
import { createVuetify } from 'vuetify';
import { THEMES } from '../src/look/palette.ts';

const PAGES = new URL('../src/', import.meta.url).pathname;

/**
 * The kit’s utility classes that a page of ours names: all of them weigh as much as the front door’s script. Those of corners are named
 * by what a part of the kit is given, and stay.
 * @param raw all of them, as the kit ships them.
 */
export async function utilitiesUsed(raw: string): Promise<string> {
  const [kept] = await new PurgeCSS().purge({
    content: [`${PAGES}**/*.vue`, `${PAGES}**/*.ts`],
    css: [{ raw }],
    safelist: { standard: [/^rounded/] },
    defaultExtractor: (page) => page.match(/[\w-]+/g) ?? [],
  });
  if (!kept) throw new Error('The kit’s utility classes are not where they were');
  return kept.css;
}

export const usedUtilities: Plugin = {
  name: 'used-utilities',
  apply: 'build',
  enforce: 'pre',
  transform: async (raw, id) => (id.includes('vuetify/lib/styles/utilities.css') ? { code: await utilitiesUsed(raw), map: null } : null),
};

/** The light colours, and the kit's classes for them. */
const COLOURS = createVuetify({ theme: { themes: { light: THEMES.light } } }).theme.styles.value;

/** The styles of the front door’s first pages stand in the pages themselves: on a phone each file of them is one more wait before anything is seen. */
export const stylesInDoorPages: Plugin = {
  name: 'styles-in-door-pages',
  apply: (_config, { command, isSsrBuild }) => command === 'build' && !isSsrBuild,
  enforce: 'post',
  generateBundle(_options, bundle) {
    for (const name of ['door.html', 'apply.html']) {
      const made = bundle[name];
      if (made?.type !== 'asset') throw new Error(`There is no ${name}`);
      made.source = String(made.source)
        .replace('</head>', `<style nonce="__NONCE__">${COLOURS}</style></head>`)
        .replaceAll(/<link rel="stylesheet"[^>]* href="\/([^"]+)">/g, (_link, file: string) => {
          const styles = bundle[file];
          if (styles?.type !== 'asset') throw new Error(`${name} asks for ${file}, which isn’t there`);
          return `<style nonce="__NONCE__">${String(styles.source)}</style>`;
        });
    }
  },
};
