export type { EntityDefinition } from './entity';
export { detailsRoutes } from './routes';
export { detailsService, type DetailsService, type Guard } from './service';
export { detailsStore, type DetailsStore } from './store';
