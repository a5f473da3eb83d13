import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['assistance'], load: () => import('./AssistanceChapter.vue') };
