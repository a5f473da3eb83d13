export { door } from './routes';
export { type DoorService } from './service';
