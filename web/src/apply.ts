import Apply from './door/Apply.vue';
import { openDoor } from './opendoor';

// The page of a product comes with the page itself, and isn't asked for only once the front door runs.
void openDoor(Apply);
