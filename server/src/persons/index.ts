export { persons } from './routes';
export { type PersonsService } from './service';
export { type FilePersonRow, type PersonRow, type PersonsStore } from './store';
