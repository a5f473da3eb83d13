import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['decision'], load: () => import('./DecisionChapter.vue') };
