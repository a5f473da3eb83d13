import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['people'], load: () => import('./PeopleChapter.vue') };
