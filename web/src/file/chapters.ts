import type { Chapter } from '@cavren/core';
import type { Component } from 'vue';
import { fetchedPart } from '../look/index';

/** A chapter of a file, as its concept's folder offers it in a `chapter.ts`: what it is in products, and its page, loaded when it is looked at. */
export interface ChapterPage {
  codes: readonly Chapter[];
  load: () => Promise<{ default: Component }>;
}

const offered = Object.values(import.meta.glob<{ chapter: ChapterPage }>('../*/chapter.ts', { eager: true }));

/** Every chapter's page, found in the folders of the concepts. */
export const CHAPTER_PAGES: ReadonlyMap<string, Component> = new Map(
  offered.flatMap(({ chapter: { codes, load } }) => {
    const page = fetchedPart(load);
    return codes.map((code) => [code, page] as const);
  }),
);

/** Fetches the pages of a file's chapters while nothing else is to do, so that a key pressed next finds the chapter it leads to. */
export function fetchChapters(of: readonly Chapter[]): void {
  const wanted = offered.filter(({ chapter }) => chapter.codes.some((code) => of.includes(code)));
  const fetch = () => void Promise.allSettled(wanted.map(({ chapter }) => chapter.load()));
  if ('requestIdleCallback' in window) window.requestIdleCallback(fetch);
  else setTimeout(fetch, 200);
}
