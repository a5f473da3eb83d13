import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['people'], load: () => import('./PeopleChapter.vue') };
