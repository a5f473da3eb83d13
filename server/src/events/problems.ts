import { problems } from '../http/index';

/** What can be wrong here: status, code and message of each. */
export const PROBLEM = problems({
  noFile: [404, 'not-found', 'events.noFile'],
  manyStreams: [429, 'many-streams', 'events.manyStreams'],
});
