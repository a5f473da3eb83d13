import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['worth'], load: () => import('./WorthChapter.vue') };
