import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['history'], load: () => import('./HistoryChapter.vue') };
