import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['commitments'], load: () => import('./CommitmentsChapter.vue') };
