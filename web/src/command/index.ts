export { default as CommandBar } from './CommandBar.vue';
export { default as ShortcutSheet } from './ShortcutSheet.vue';
