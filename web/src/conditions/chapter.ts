import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['conditions', 'papers'], load: () => import('./ConditionsChapter.vue') };
