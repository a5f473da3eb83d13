import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['unit'], load: () => import('./UnitChapter.vue') };
