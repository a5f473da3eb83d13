import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import vuetify from 'vite-plugin-vuetify';
import { stylesInDoorPages, usedUtilities } from './build/styles.ts';

const page = (name: string) => fileURLToPath(new URL(name, import.meta.url));

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), usedUtilities, stylesInDoorPages],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    modulePreload: { polyfill: false },
    rolldownOptions: { input: { desk: page('index.html'), door: page('door.html'), apply: page('apply.html') } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4860' } },
});
