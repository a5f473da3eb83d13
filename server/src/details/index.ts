export { columnsOf, type DetailsStore } from './store';
export { details } from './routes';
export { type DetailsService, type Guard } from './service';
