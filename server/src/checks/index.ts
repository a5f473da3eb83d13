export { checkRoutes } from './routes';
export { checksService, type ChecksService } from './service';
export { checksStore, type ChecksStore } from './store';
