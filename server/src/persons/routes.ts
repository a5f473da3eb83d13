import { PersonMatches, SearchPersons } from '@cavren/contract';
import { staffFor, type App } from '../http/index';
import type { PersonsService } from './service';

export function personRoutes(app: App, service: PersonsService): void {
  app.post('/api/persons/search', { schema: { body: SearchPersons, response: { 200: PersonMatches } } }, async (request) => {
    staffFor(request, 'person.search');
    return { matches: await service.search(request.body) };
  });
}
