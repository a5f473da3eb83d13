export { default as DetailControl } from './DetailControl.vue';
export { countryOptions } from './countries';
