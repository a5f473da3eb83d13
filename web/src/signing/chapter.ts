import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['signing'], load: () => import('./SigningChapter.vue') };
