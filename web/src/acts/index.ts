export { actsNow, doByKey, offerActs, type DeskAct } from './acts';
export { default as ConfirmDialog } from './ConfirmDialog.vue';
export { default as ReasonDialog } from './ReasonDialog.vue';
export { default as WillHappen } from './WillHappen.vue';
