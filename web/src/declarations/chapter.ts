import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['declarations'], load: () => import('./DeclarationsChapter.vue') };
