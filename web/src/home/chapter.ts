import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['home'], load: () => import('./HomeChapter.vue') };
