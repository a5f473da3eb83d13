export { signingRoutes } from './routes';
export { loadSealer, type Sealer } from './seal';
export { signingService, type SigningService } from './service';
export { signingStore, type SigningStore } from './store';
