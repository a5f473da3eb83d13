import type { ChapterPage } from '../file/chapters';

export const chapter: ChapterPage = { codes: ['signing'], load: () => import('./SigningChapter.vue') };
