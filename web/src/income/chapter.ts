import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['income'], load: () => import('./IncomeChapter.vue') };
