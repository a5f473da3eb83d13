export { papers } from './routes';
export { type PapersService, type UploadedPaper } from './service';
export { type PapersStore } from './store';
export { readUpload, sendPaper } from './transfer';
