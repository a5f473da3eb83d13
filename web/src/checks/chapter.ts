import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['checks'], load: () => import('./ChecksChapter.vue') };
