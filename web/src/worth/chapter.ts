import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['worth'], load: () => import('./WorthChapter.vue') };
