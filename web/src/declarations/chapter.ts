import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['declarations'], load: () => import('./DeclarationsChapter.vue') };
