export { default as FileTable } from './FileTable.vue';
export { default as Pager } from './Pager.vue';
export { daysUntil, localToday, showDate, showPhone, showTime } from './words';
