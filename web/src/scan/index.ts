export { default as ScanDialog } from './ScanDialog.vue';
