export { makeInvitations, type Invitations } from './invitations';
export { doorRoutes } from './routes';
export { doorService, type DoorService } from './service';
export { doorStore, type DoorStore } from './store';
