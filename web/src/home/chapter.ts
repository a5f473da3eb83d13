import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['home'], load: () => import('./HomeChapter.vue') };
