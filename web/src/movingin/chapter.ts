import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['movingIn'], load: () => import('./MovingInChapter.vue') };
