<script setup lang="ts">
import type { Found } from '@cavren/contract';
import { CHAPTER_LABEL, CHAPTERS, STAGE_LABEL, type Stage } from '@cavren/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { actsNow } from '../acts/index';
import { api } from '../api/index';
import { AskText } from '../look/index';
import { PAGES } from '../pages/index';
import { useDesk } from '../session/index';
import { sayAll, useSay } from '../words/index';

const say = useSay();

/** Goes anywhere and does anything from the keyboard: people, files, chapters of the open file, actions. */
const shown = defineModel<boolean>({ required: true });
const emit = defineEmits<{ help: [] }>();
const desk = useDesk();
const route = useRoute();
const router = useRouter();
const text = ref('');
const at = ref(0);
const found = ref<Found>({ persons: [], files: [] });
const searching = ref(false);
let asked = 0;

interface Entry {
  group: string;
  label: string;
  detail: string;
  go: () => unknown;
}
const reference = computed(() => (route.path.startsWith('/files/') ? String(route.params['reference'] ?? '') : ''));
const own = computed<Entry[]>(() => {
  const entries: Entry[] = [
    ...actsNow.value.map(({ name, key, waits, run }) => ({
      group: 'Act',
      label: name,
      detail: waits === null ? (key === null ? '' : `Alt+${key}`) : `waits: ${waits}`,
      go: () => (waits === null ? run() : undefined),
    })),
    ...(reference.value
      ? CHAPTERS.filter((chapter) => chapter !== 'papers').map((chapter) => ({
          group: 'Chapter',
          label: CHAPTER_LABEL[chapter],
          detail: 'of this file',
          go: () => router.push(`/files/${reference.value}/${chapter}`),
        }))
      : []),
    ...PAGES.filter(({ act }) => desk.may(act)).map(({ path, label, detail, inBar }) => ({
      group: inBar ? 'Place' : 'Action',
      label,
      detail,
      go: () => router.push(path),
    })),
    { group: 'Action', label: 'Light or dark colours', detail: '', go: () => desk.switchTheme() },
    { group: 'Action', label: 'Keyboard shortcuts', detail: '?', go: () => emit('help') },
  ];
  const wanted = text.value.trim().toLowerCase();
  return wanted === '' ? entries : entries.filter(({ label, group }) => `${label} ${group}`.toLowerCase().includes(wanted));
});
const entries = computed<Entry[]>(() => [
  ...found.value.persons.map(({ id, name, born, reasons }) => ({
    group: 'Person',
    label: name,
    detail: [born ? `born ${born}` : '', sayAll(say, reasons)].filter(Boolean).join(' · '),
    go: () => router.push(`/people/${id}`),
  })),
  ...found.value.files.map(({ reference: of, applicant, stage }) => ({
    group: 'File',
    label: applicant ?? 'New file',
    detail: `${of} · ${STAGE_LABEL[stage as Stage].toLowerCase()}`,
    go: () => router.push(`/files/${of}`),
  })),
  ...own.value,
]);
watch(shown, (open) => {
  if (!open) return;
  text.value = '';
  found.value = { persons: [], files: [] };
  at.value = 0;
});
watch(text, async (wanted) => {
  at.value = 0;
  const own_ = (asked += 1);
  if (wanted.trim().length < 2) {
    found.value = { persons: [], files: [] };
    return;
  }
  searching.value = true;
  await new Promise((resolve) => setTimeout(resolve, 120));
  if (own_ !== asked) return;
  const answer = await api.get<Found>(`/api/find?text=${encodeURIComponent(wanted.trim())}`).catch(() => ({ persons: [], files: [] }));
  if (own_ !== asked) return;
  found.value = answer;
  searching.value = false;
});
/** Closes first, so that the place that is gone to has the keys. */
async function choose(entry: Entry | undefined): Promise<void> {
  if (!entry) return;
  shown.value = false;
  await nextTick();
  await entry.go();
}
function onKey(event: KeyboardEvent): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step) {
    event.preventDefault();
    at.value = (at.value + step + entries.value.length) % Math.max(1, entries.value.length);
    void nextTick(() => document.getElementById(`command-${at.value}`)?.scrollIntoView({ block: 'nearest' }));
  } else if (event.key === 'Enter') {
    event.preventDefault();
    void choose(entries.value[at.value]);
  }
}
</script>

<template>
  <v-dialog v-model="shown" width="600" location="top" aria-label="Find or do">
    <div class="sheet box mt-10">
      <AskText
        v-model="text"
        bare
        label="Find a person or file, or do something"
        role="combobox"
        aria-expanded="true"
        aria-controls="command-list"
        :aria-activedescendant="entries.length > 0 ? `command-${at}` : undefined"
        placeholder="Name, birth date, number, reference, chapter or action"
        autocomplete="off"
        autofocus
        @keydown="onKey"
      />
      <ul id="command-list" class="plain overflow-y-auto" role="listbox" aria-label="What was found">
        <li
          v-for="(entry, place) in entries"
          :id="`command-${place}`"
          :key="entry.group + entry.label + entry.detail"
          role="option"
          :aria-selected="place === at"
          class="border-s-lg d-flex align-baseline cursor-pointer ga-3 px-2 py-1"
          :class="place === at ? 'bg-teal-soft border-primary' : 'border-surface'"
          @mousemove="at = place"
          @click="choose(entry)"
        >
          <span class="group soft text-small">{{ entry.group }}</span>
          <b>{{ entry.label }}</b>
          <span class="soft text-small text-truncate">{{ entry.detail }}</span>
        </li>
      </ul>
      <p v-if="entries.length === 0" class="soft pa-2" role="status">{{ searching ? 'Looking …' : 'Nothing of that name.' }}</p>
      <p class="soft text-small px-2"><kbd>↑</kbd> <kbd>↓</kbd> choose <kbd>Enter</kbd> go <kbd>Esc</kbd> close</p>
    </div>
  </v-dialog>
</template>

<style scoped>
ul {
  max-height: 360px;
}
.group {
  flex: 0 0 70px;
}
</style>
