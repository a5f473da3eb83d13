export { checks } from './routes';
export { type ChecksService } from './service';
