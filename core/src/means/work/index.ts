export { WORK, WORK_KIND_LABEL, type Work } from './fields';
