import { select } from '../db/index';
import type { Concept } from '../house/index';

/** Whether the server answers and reaches its database. */
export const health: Concept = (app, { db }) => {
  app.get('/api/health', async () => {
    await select(db, 'SELECT 1');
    return { ready: true };
  });
};
