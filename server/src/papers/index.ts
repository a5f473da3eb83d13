export { paperRoutes, readUpload, sendPaper } from './routes';
export { papersService, type PapersService } from './service';
export { papersStore, type PapersStore } from './store';
