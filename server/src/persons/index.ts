export { personRoutes } from './routes';
export { personsService, type PersonsService } from './service';
export { personsStore, type FilePersonRow, type PersonRow, type PersonsStore } from './store';
