export { personRoutes } from './routes';
export { personsService, type PersonsService } from './service';
export { personsStore, type PersonsStore } from './store';
