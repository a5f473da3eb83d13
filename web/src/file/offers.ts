import type { Chapter } from '@cavren/core';
import type { MarkKind } from '../look/index';

/** A chapter with what is open in it. */
export interface ChapterState {
  name: Chapter;
  mark: MarkKind;
  count: number;
}

/** Moving a file on by hand: what that is called, and how many entries of the Path it waits for. */
export interface MoveOffer {
  name: string;
  waitsFor: number | null;
}
