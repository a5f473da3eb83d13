export { fileOf, viewAfter } from './compose';
export * from './schemas';
