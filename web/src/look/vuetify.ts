import { createVuetify } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import type { VAutocomplete, VCheckbox, VCheckboxBtn, VRadio, VRadioGroup, VSelect, VTextarea, VTextField } from 'vuetify/components';
import { THEMES } from './palette';

const nonce = typeof document === 'undefined' ? '' : (document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? '');

/** What every control has in common: boxed, its error beneath it, nothing that moves. */
const CONTROL = {
  variant: 'outlined',
  color: 'primary',
  baseColor: 'rule-strong',
  bgColor: 'surface',
  hideDetails: 'auto',
  singleLine: true,
  indentDetails: false,
} as const satisfies Partial<VTextField['$props']>;
const TICK = { color: 'primary', hideDetails: 'auto' } as const satisfies Partial<VCheckbox['$props'] & VRadioGroup['$props']>;

/**
 * The kit of both entries: one theme, one set of shapes, all defaults here. The desk is dense, since officers key fifty fields a
 * file; the front door is roomy, since it is used with thumbs.
 * @param drawn whether the server draws what the page's own script takes over
 */
export function makeVuetify(entry: 'desk' | 'door', drawn = false) {
  const density = entry === 'desk' ? 'compact' : 'default';
  return createVuetify({
    ssr: drawn,
    // The colours of the front door stand in its pages, made when they were built: a slow phone takes long to make and to read them.
    theme: entry === 'desk' && {
      defaultTheme: 'light',
      cspNonce: nonce,
      themes: THEMES,
    },
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
    defaults: {
      VTextField: { ...CONTROL, density },
      VTextarea: { ...CONTROL, density, rows: 3 } satisfies Partial<VTextarea['$props']>,
      VSelect: {
        ...CONTROL,
        density,
        itemTitle: 'label',
        itemValue: 'value',
        menuProps: { transition: false },
        // A space is a letter of the choice that one types ("a month"), and Enter takes it.
        listProps: { filterable: true },
      } satisfies Partial<VSelect['$props']>,
      VAutocomplete: { ...CONTROL, density, itemTitle: 'label', itemValue: 'value', menuProps: { transition: false } } satisfies Partial<
        VAutocomplete['$props']
      >,
      VFileInput: { ...CONTROL, density },
      VCheckbox: { ...TICK, density } satisfies Partial<VCheckbox['$props']>,
      VCheckboxBtn: { color: 'primary', density } satisfies Partial<VCheckboxBtn['$props']>,
      VRadioGroup: { ...TICK, density },
      VRadio: { density } satisfies Partial<VRadio['$props']>,
      VBtn:
        entry === 'desk'
          ? { variant: 'outlined', rounded: 'sm', density: 'comfortable', color: 'primary' }
          : { variant: 'outlined', rounded: 'lg', size: 'large', color: 'primary' },
      VBtnToggle: { density, color: 'primary', variant: 'outlined', divided: true },
      VDialog: { maxWidth: 720, scrollable: true, transition: false },
      VCard: { rounded: 'sm', variant: 'flat' },
      VSheet: { rounded: 'sm', border: true },
      VChip: { size: 'small', rounded: 'sm', variant: 'outlined' },
      VTable: { density: 'compact' },
      VList: { density },
      VTooltip: { openDelay: 300 },
      VAlert: { variant: 'flat', rounded: 0, transition: false },
      VExpansionPanels: { flat: true, static: true, rounded: 'sm' },
      VPagination: { density: 'compact', rounded: 'sm', size: 'small', totalVisible: 5 },
      VDataTableServer: { density: 'compact', hideDefaultFooter: true, mobile: false },
    },
  });
}
