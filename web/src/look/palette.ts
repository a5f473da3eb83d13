type Colours = Record<'background' | 'ink' | 'surface' | 'primary' | 'on-primary' | 'error' | 'success' | 'warning' | 'info' | Quiet, string>;
/** Grounds and lines that are written on in ink. */
type Quiet = 'sunk' | 'ink-soft' | 'rule' | 'rule-strong' | 'teal-soft' | 'ember-soft' | 'lichen-soft' | 'iris-soft';

/** A theme of the kit: what is written is read, so that nothing is faint, and its lines are ours. */
const themeOf = (dark: boolean, { ink, ...colours }: Colours) => ({
  dark,
  colors: {
    ...colours,
    ...Object.fromEntries(['background', 'surface', 'sunk', 'teal-soft', 'ember-soft', 'lichen-soft', 'iris-soft'].map((ground) => [`on-${ground}`, ink])),
  },
  variables: { 'border-color': colours.rule, 'border-opacity': 1, 'high-emphasis-opacity': 1, 'medium-emphasis-opacity': 0.78 },
});

/** The colours of both entries: warm paper, dark ink, one teal; ember for what is blocked or late, lichen for settled, iris for signing. */
export const THEMES = {
  light: themeOf(false, {
    background: '#f4eee2',
    ink: '#1c2528',
    surface: '#fffcf5',
    primary: '#0a5860',
    'on-primary': '#ffffff',
    error: '#a33c12',
    success: '#4a6120',
    warning: '#7a5200',
    info: '#53469b',
    sunk: '#ece4d4',
    'ink-soft': '#4c585b',
    rule: '#d6cbb6',
    'rule-strong': '#a4977f',
    'teal-soft': '#d9e8e6',
    'ember-soft': '#f7e0d3',
    'lichen-soft': '#e5ebd3',
    'iris-soft': '#e5e1f3',
  }),
  dark: themeOf(true, {
    background: '#14191a',
    ink: '#efe8da',
    surface: '#1d2425',
    primary: '#7cc9cb',
    'on-primary': '#0d2527',
    error: '#f0a07c',
    success: '#b4cf83',
    warning: '#e2be6b',
    info: '#bdb2f2',
    sunk: '#283132',
    'ink-soft': '#b4b8b2',
    rule: '#3a4546',
    'rule-strong': '#6f7b7a',
    'teal-soft': '#1e3b3e',
    'ember-soft': '#46291c',
    'lichen-soft': '#2c3a1b',
    'iris-soft': '#312b52',
  }),
};
