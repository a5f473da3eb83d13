import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['income'], load: () => import('./IncomeChapter.vue') };
