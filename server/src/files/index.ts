export { type Changed, type FileChange, type FilePart, type Files, makeFiles, PREPARING_ACTS } from './change';
export { files } from './plugin';
export { type KeptState } from './snapshot';
export { type FileRow, type FilesStore } from './store';
