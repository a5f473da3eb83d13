<script setup lang="ts">
import { STAGE_LABEL, type Path, type PathEntry } from '@cavren/core';
import { computed } from 'vue';
import { daysUntil } from '../files/index';
import { Fold, Mark } from '../look/index';
import { groupsOf, presses } from './groups';
import PathLine from './PathLine.vue';

/** What stands between this file and approval, by person and kind; each entry leads to the place that settles it. */
const props = defineProps<{
  now: Path['now'];
  later: Path['later'];
  next: Path['next'];
  today: string;
  narrow: boolean;
  nameOf: (personId: string) => string;
}>();
const emit = defineEmits<{ go: [entry: PathEntry]; fold: [] }>();
const groups = computed(() => groupsOf(props.now));
const gates = computed(() => {
  const stages = new Map<string, PathEntry[]>();
  for (const entry of props.later) stages.set(STAGE_LABEL[entry.gate], [...(stages.get(STAGE_LABEL[entry.gate]) ?? []), entry]);
  return [...stages.entries()].map(([stage, entries]) => ({ stage, parts: groupsOf(entries) }));
});
const go = (entry: PathEntry): void => emit('go', entry);
/** A deadline that presses and that all have is said once, above them. */
const dueOfAll = computed(() => {
  const [first, ...others] = props.now;
  if (!first?.due || !presses(first, props.today) || others.some(({ due }) => due !== first.due)) return null;
  return daysUntil(first.due, props.today);
});
/** About the file itself there is nothing to say above. */
const titleOf = (personId: string | null, among: readonly unknown[]): string => (personId ? props.nameOf(personId) : among.length > 1 ? 'The file' : '');
</script>

<template>
  <aside v-if="narrow" class="path bg-surface border-s overflow-y-auto px-1 py-3">
    <button type="button" class="w-100 text-center" aria-label="Open the Path" @click="emit('fold')">
      <b class="d-block">{{ now.length }}</b>
      <span class="upright">on the Path</span>
    </button>
  </aside>
  <aside v-else class="path bg-surface border-s overflow-y-auto px-3 py-3" aria-label="Path">
    <header class="d-flex justify-space-between align-baseline">
      <h2>Path</h2>
      <v-btn size="x-small" variant="text" @click="emit('fold')">Fold</v-btn>
    </header>
    <section v-if="next || now.length > 0">
      <h3 class="soft mt-2">
        {{ next ? `Before ${STAGE_LABEL[next].toLowerCase()}` : 'Done, and still to come'
        }}<template v-if="dueOfAll">, <span :class="{ wrong: dueOfAll.late }">{{ dueOfAll.late ? '' : 'due ' }}{{ dueOfAll.text }}</span></template>
      </h3>
      <p v-if="now.length === 0" class="py-2">
        <Mark kind="settled" />
        Nothing stands in the way.
      </p>
      <template v-for="group in groups" :key="group.personId ?? ''">
        <h4 v-if="titleOf(group.personId, groups)" class="mt-2">{{ titleOf(group.personId, groups) }}</h4>
        <ol v-for="kind in group.kinds" :key="kind.kind" class="plain">
          <li v-for="(entry, at) in kind.entries" :key="entry.key">
            <PathLine :entry="entry" :today="today" :reasoned="kind.why === null || at === 0" :dated="dueOfAll === null" @go="go" />
          </li>
        </ol>
      </template>
    </section>
    <p v-else class="py-2">
      <Mark kind="none" />
      This file has come to its end.
    </p>
    <Fold v-if="later.length > 0" class="mt-3">
      <template #title><b>Later: {{ later.length }}</b></template>
      <section v-for="{ stage, parts } in gates" :key="stage">
        <h3 class="soft mt-2">In {{ stage.toLowerCase() }}</h3>
        <ol class="plain">
          <li v-for="entry in parts.flatMap(({ kinds }) => kinds.flatMap(({ entries }) => entries))" :key="entry.key">
            <PathLine :entry="entry" :today="today" quiet @go="go" />
          </li>
        </ol>
      </section>
    </Fold>
  </aside>
</template>

<style scoped>
.upright {
  writing-mode: vertical-rl;
}
</style>
