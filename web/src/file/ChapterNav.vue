<script setup lang="ts">
import { CHAPTER_LABEL, STAGE_LABEL, type Chapter, type Stage } from '@cavren/core';
import { Mark, type MarkKind } from '../look/index';
import type { ChapterState } from './offers';

/** The chapters of a file, what is open in each, and where the file is on its way. */
defineProps<{
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
</script>

<template>
  <nav class="chapters overflow-y-auto py-2" aria-label="Chapters">
    <router-link v-for="{ name, mark, count } in chapters" :key="name" :to="`/files/${reference}/${name}`" :class="{ on: name === chapter }">
      <Mark :kind="mark" />
      <span>{{ CHAPTER_LABEL[name] }}</span>
      <span v-if="count > 0" class="wrong text-small">{{ count }}</span>
      <span class="unseen">{{ WORD[mark] ?? '' }}</span>
    </router-link>
    <div class="route ml-4 mr-3 mt-4 pt-2">
      <h3>Stage</h3>
      <ol class="plain">
        <li v-for="one in route" :key="one" :class="{ here: one === stage, past: route.indexOf(one) < route.indexOf(stage) }">
          {{ STAGE_LABEL[one] }}
        </li>
        <li v-if="!route.includes(stage)" class="here">{{ STAGE_LABEL[stage] }}</li>
      </ol>
      <div class="d-grid justify-items-start mt-2">
        <v-btn v-if="lacks" size="x-small" variant="text" @click="emit('missing')">Tell what is missing</v-btn>
        <v-btn v-if="withdraws" size="x-small" variant="text" @click="emit('withdraw')">Withdraw the file</v-btn>
        <v-btn v-if="declines && chapter !== 'decision'" size="x-small" variant="text" @click="emit('decline')">Decline the file</v-btn>
      </div>
    </div>
  </nav>
</template>

<style scoped>
.chapters {
  background: var(--sunk);
  border-right: 1px solid var(--rule);
}
.chapters a {
  display: grid;
  grid-template-columns: 22px 1fr auto;
  align-items: center;
  padding: 5px 10px 5px 12px;
  color: var(--ink);
  text-decoration: none;
  border-left: 4px solid transparent;
}
.chapters a.on {
  background: var(--paper);
  border-color: var(--teal);
  font-weight: 700;
}
.chapters a:hover {
  background: var(--teal-soft);
}
.route {
  border-top: 1px solid var(--rule-strong);
  font-size: 0.85rem;
}
.route .v-btn {
  padding-inline: 0;
}
li {
  padding-left: 14px;
  color: var(--ink-soft);
  text-indent: -14px;
}
li::before {
  content: '';
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-right: 6px;
  border: 1px solid var(--ink-soft);
}
li.past::before {
  background: var(--lichen);
  border-color: var(--lichen);
}
li.here {
  color: var(--ink);
  font-weight: 700;
}
li.here::before {
  background: var(--teal);
  border-color: var(--teal);
}
</style>
