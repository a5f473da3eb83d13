<script setup lang="ts">
import { HOLDER_LABEL, STAGE_LABEL, type Path, type PathEntry } from '@cavren/core';
import { computed, ref } from 'vue';
import { daysUntil } from '../files/index';
import { Mark, type MarkKind } from '../look/index';
import { useSay } from '../words/index';
import { useShown } from '../file/index';

const say = useSay();

/** What stands between this file and approval; each entry leads to the place that settles it. */
const props = defineProps<{ path: Path; today: string; narrow: boolean }>();
const emit = defineEmits<{ go: [entry: PathEntry]; fold: [] }>();
const laterOpen = ref(false);
const later = computed(() => {
  const groups = new Map<string, PathEntry[]>();
  for (const entry of props.path.later) groups.set(STAGE_LABEL[entry.gate], [...(groups.get(STAGE_LABEL[entry.gate]) ?? []), entry]);
  return [...groups.entries()];
});
const kindOf = (entry: PathEntry): MarkKind =>
  entry.due && daysUntil(entry.due, props.today).late ? 'blocked' : entry.gate === 'signing' ? 'signing' : entry.holder === 'officer' ? 'open' : 'waiting';
const { showDay } = useShown();
const since = (entry: PathEntry): string => showDay(entry.since);
</script>

<template>
  <aside v-if="narrow" class="path folded">
    <button type="button" aria-label="Open the Path" @click="emit('fold')">
      <span class="count">{{ path.now.length }}</span>
      <span class="upright">on the Path</span>
    </button>
  </aside>
  <aside v-else class="path" aria-label="Path">
    <header>
      <h2>Path</h2>
      <button type="button" class="fold" @click="emit('fold')">Fold</button>
    </header>
    <section v-if="path.next">
      <h3>Before {{ STAGE_LABEL[path.next].toLowerCase() }}</h3>
      <p v-if="path.now.length === 0" class="clear">
        <Mark kind="settled" />
        Nothing stands in the way.
      </p>
      <ol>
        <li v-for="entry in path.now" :key="entry.key" v-memo="[entry, today]">
          <button type="button" class="entry" :title="say(entry.why)" @click="emit('go', entry)">
            <Mark :kind="kindOf(entry)" />
            <span class="what">{{ say(entry.what) }}</span>
            <span class="meta why">{{ say(entry.why) }}</span>
            <span class="meta">
              {{ entry.holderName ?? HOLDER_LABEL[entry.holder] }} · since {{ since(entry) }}
              <template v-if="entry.due">
                · due
                <b :class="{ late: daysUntil(entry.due, today).late }">{{ daysUntil(entry.due, today).text }}</b>
              </template>
            </span>
          </button>
        </li>
      </ol>
    </section>
    <p v-else class="clear">
      <Mark kind="settled" />
      This file has come to its end.
    </p>
    <details v-if="later.length > 0" @toggle="laterOpen = ($event.target as HTMLDetailsElement).open">
      <summary>Later: {{ path.later.length }}</summary>
      <section v-for="[stage, entries] in laterOpen ? later : []" :key="stage">
        <h3>In {{ stage.toLowerCase() }}</h3>
        <ol>
          <li v-for="entry in entries" :key="entry.key">
            <button type="button" class="entry quiet" :title="say(entry.why)" @click="emit('go', entry)">
              <Mark :kind="entry.gate === 'signing' ? 'signing' : 'open'" />
              <span class="what">{{ say(entry.what) }}</span>
            </button>
          </li>
        </ol>
      </section>
    </details>
  </aside>
</template>

<style scoped>
.path {
  overflow-y: auto;
  padding: 12px 12px 12px 14px;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
}
.folded {
  padding: 8px 4px;
}
.folded button {
  width: 36px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.count {
  display: block;
  font-weight: 700;
  font-size: 1.1rem;
}
.upright {
  writing-mode: vertical-rl;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.fold {
  border: 0;
  background: none;
  color: var(--teal);
  font: inherit;
  cursor: pointer;
  text-decoration: underline;
}
h3 {
  margin: 8px 0 2px;
  color: var(--ink-soft);
  font-size: 0.85rem;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.entry {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  width: 100%;
  padding: 6px 4px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.entry:hover {
  background: var(--teal-soft);
}
.what {
  overflow-wrap: anywhere;
  line-height: 1.3;
}
.meta {
  grid-column: 2;
  font-size: 0.8rem;
  color: var(--ink-soft);
}
.why {
  line-height: 1.25;
}
.late {
  color: var(--ember);
}
.quiet {
  color: var(--ink-soft);
  padding: 3px 4px;
}
.clear {
  padding: 8px 0;
}
summary {
  margin-top: 12px;
  cursor: pointer;
  font-weight: 600;
}
</style>
