import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['history'], load: () => import('./HistoryChapter.vue') };
