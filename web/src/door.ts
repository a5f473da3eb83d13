import { openDoor } from './opendoor';

openDoor(null);
