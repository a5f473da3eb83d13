import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['checks'], load: () => import('./ChecksChapter.vue') };
