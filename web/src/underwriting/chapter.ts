import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['health'], load: () => import('./HealthChapter.vue') };
