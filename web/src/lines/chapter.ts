import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['lines'], load: () => import('./LinesChapter.vue') };
