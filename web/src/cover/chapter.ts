import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['cover'], load: () => import('./CoverChapter.vue') };
