import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['commitments'], load: () => import('./CommitmentsChapter.vue') };
