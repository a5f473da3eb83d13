export { actsNow, doByKey, offerActs, type DeskAct } from './acts';
export { default as WillHappen } from './WillHappen.vue';
