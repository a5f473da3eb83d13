import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['equipment'], load: () => import('./EquipmentChapter.vue') };
