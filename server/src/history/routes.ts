import { HistoryPage, PageQuery } from '@cavren/contract';
import { chainProblem } from '@cavren/core';
import { z } from 'zod';
import { FileParams, type FilesStore } from '../files/index';
import { notFound, staffFor, type App } from '../http/index';
import type { HistoryStore } from './store';

export function historyRoutes(app: App, store: HistoryStore, files: FilesStore): void {
  app.get(
    '/api/files/:reference/history',
    { schema: { params: FileParams, querystring: z.object(PageQuery), response: { 200: HistoryPage } } },
    async (request) => {
      staffFor(request, 'history.read');
      const row = await files.byReference(request.params.reference);
      if (!row) throw notFound('This file');
      const entries = await store.all(row.id);
      const { page, size } = request.query;
      const newest = entries.toReversed();
      return {
        items: newest.slice((page - 1) * size, page * size),
        total: entries.length,
        page,
        size,
        chainProblem: chainProblem(entries, row.historyLength),
      };
    },
  );
}
