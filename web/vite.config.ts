import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import vuetify from 'vite-plugin-vuetify';
import { createVuetify } from 'vuetify';
import { PALETTE } from './src/look/palette.ts';

const page = (name: string) => fileURLToPath(new URL(name, import.meta.url));

/** The light colours, and the kit's classes for them. */
const COLOURS = createVuetify({ theme: { themes: { light: { dark: false, colors: PALETTE.light } } } }).theme.styles.value;

/** The styles of the front door’s first pages stand in the pages themselves: on a phone each file of them is one more wait before anything is seen. */
const stylesInDoorPages: Plugin = {
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

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), stylesInDoorPages],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    modulePreload: { polyfill: false },
    rollupOptions: { input: { desk: page('index.html'), door: page('door.html'), apply: page('apply.html') } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4860' } },
});
