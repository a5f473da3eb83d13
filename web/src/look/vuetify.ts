import 'vuetify/styles/core';
import { createVuetify } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? '';

const palette = {
  light: {
    background: '#f4eee2',
    surface: '#fffcf5',
    primary: '#0a5860',
    'on-primary': '#ffffff',
    error: '#a33c12',
    success: '#4a6120',
    warning: '#7a5200',
    'on-surface': '#1c2528',
    'on-background': '#1c2528',
  },
  dark: {
    background: '#14191a',
    surface: '#1d2425',
    primary: '#7cc9cb',
    'on-primary': '#0d2527',
    error: '#f0a07c',
    success: '#b4cf83',
    warning: '#e2be6b',
    'on-surface': '#efe8da',
    'on-background': '#efe8da',
  },
};

/** Vuetify as our toolbox: its theme, density and shapes set here once. */
export const vuetify = createVuetify({
  theme: {
    defaultTheme: 'light',
    cspNonce: nonce,
    themes: { light: { dark: false, colors: palette.light }, dark: { dark: true, colors: palette.dark } },
  },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VBtn: { variant: 'outlined', rounded: 'sm', density: 'comfortable', color: 'primary' },
    VDialog: { maxWidth: 720, scrollable: true },
    VCard: { rounded: 'sm' },
    VTooltip: { openDelay: 300 },
    VAlert: { variant: 'tonal', density: 'compact', rounded: 'sm' },
    VDataTableServer: { density: 'compact' },
  },
});
