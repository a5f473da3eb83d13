export { default as PdfPages } from './PdfPages.vue';
