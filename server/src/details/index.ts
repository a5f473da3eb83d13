export type { EntityDefinition } from './entity';
export { detailsRoutes } from './routes';
export { detailsService, type DetailsService } from './service';
export { detailsStore, type DetailsStore } from './store';
