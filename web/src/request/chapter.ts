import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['request'], load: () => import('./RequestChapter.vue') };
