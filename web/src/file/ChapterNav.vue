<script setup lang="ts">
import { CHAPTER_LABEL, STAGE_LABEL, type Chapter, type Stage } from '@cavren/core';
import { Mark, SQUARE, type MarkKind } from '../look/index';
import type { ChapterState } from './offers';

/** The chapters of a file, what is open in each, and where the file is on its way. */
const props = defineProps<{
  reference: string;
  chapters: ChapterState[];
  chapter: Chapter;
  route: Stage[];
  stage: Stage;
  withdraws: boolean;
  declines: boolean;
  lacks: boolean;
}>();
const emit = defineEmits<{ withdraw: []; missing: []; decline: [] }>();
const WORD: Partial<Record<MarkKind, string>> = { blocked: 'something is needed now', open: 'something is needed later', settled: 'nothing open' };
/** A stage that was passed, the one where the file is, or one that is still to come. */
const squareOf = (one: Stage): string => {
  if (one === props.stage) return SQUARE.now;
  return props.route.indexOf(one) < props.route.indexOf(props.stage) ? SQUARE.past : SQUARE.ahead;
};
</script>

<template>
  <nav class="chapters bg-sunk border-e overflow-y-auto py-2" aria-label="Chapters">
    <router-link
      v-for="{ name, mark, count } in chapters"
      :key="name"
      :to="`/files/${reference}/${name}`"
      class="hovered border-s-lg text-high-emphasis text-decoration-none d-flex align-center ga-1 px-3 py-1"
      :class="name === chapter ? 'bg-background border-primary font-weight-bold' : 'border-sunk'"
    >
      <Mark :kind="mark" />
      <span class="flex-1-1">{{ CHAPTER_LABEL[name] }}</span>
      <span v-if="count > 0" class="wrong text-small">{{ count }}</span>
      <span class="d-sr-only">{{ WORD[mark] ?? '' }}</span>
    </router-link>
    <div class="border-t border-rule-strong text-small ml-4 mr-3 mt-4 pt-2">
      <h3>Stage</h3>
      <ol class="plain">
        <li
          v-for="one in route.includes(stage) ? route : [...route, stage]"
          :key="one"
          class="d-flex align-baseline ga-2"
          :class="one === stage ? 'font-weight-bold' : 'soft'"
          :aria-current="one === stage ? 'step' : undefined"
        >
          <span class="border pa-1" :class="squareOf(one)" aria-hidden="true" />
          {{ STAGE_LABEL[one] }}
        </li>
      </ol>
      <div class="d-grid justify-items-start mt-2">
        <v-btn v-if="lacks" size="x-small" variant="text" class="px-0" @click="emit('missing')">Tell what is missing</v-btn>
        <v-btn v-if="withdraws" size="x-small" variant="text" class="px-0" @click="emit('withdraw')">Withdraw the file</v-btn>
        <v-btn v-if="declines && chapter !== 'decision'" size="x-small" variant="text" class="px-0" @click="emit('decline')">Decline the file</v-btn>
      </div>
    </div>
  </nav>
</template>
