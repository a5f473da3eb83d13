import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['conditions', 'papers'], load: () => import('./ConditionsChapter.vue') };
