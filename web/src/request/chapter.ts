import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['request'], load: () => import('./RequestChapter.vue') };
