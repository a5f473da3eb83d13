import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['decision'], load: () => import('./DecisionChapter.vue') };
