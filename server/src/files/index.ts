export { makeFiles, type FileChange, type FilePart, type Files } from './change';
export { FileParams, fileRoutes } from './routes';
export { filesService, type FilesService } from './service';
export { filesStore, type FileRow, type FilesStore } from './store';
