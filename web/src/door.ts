import { openDoor } from './opendoor';

void openDoor(null);
