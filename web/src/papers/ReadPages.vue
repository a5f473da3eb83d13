<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, reactive, ref, useTemplateRef } from 'vue';
import type { Block } from './reflow';
import { drawSheet, openPdf, textOfSheet } from './sheet';

/** A paper that is read page by page: each is fetched when it comes near, and how long it was in sight is counted. */
const props = defineProps<{ url: string; label: string; pages: number }>();
const emit = defineEmits<{ read: [seen: { page: number; milliseconds: number }[]] }>();
const box = useTemplateRef<HTMLElement>('box');
const failed = ref(false);
const shown = reactive(new Set<number>());
/** The words of each page, for a screen on which the page itself is too small. */
const words = reactive(new Map<number, Block[]>());
const asText = ref(false);
const since = new Map<number, number>();
const times = new Map<number, number>();
const ends: (() => Promise<void>)[] = [];
const asked = new Set<number>();
let observer: IntersectionObserver | null = null;
const left = computed(() => props.pages - shown.size);

async function draw(page: number, into: HTMLElement): Promise<void> {
  if (asked.has(page)) return;
  asked.add(page);
  try {
    const task = await openPdf(`${props.url}/${page}`);
    ends.push(() => task.destroy());
    const sheet = await (await task.promise).getPage(1);
    await drawSheet(sheet, into.clientWidth, `${props.label}, page ${page} of ${props.pages}`, (canvas) => into.append(canvas));
    words.set(page, await textOfSheet(sheet));
    shown.add(page);
    tell();
  } catch {
    asked.delete(page);
    failed.value = true;
  }
}

function count(page: number, inSight: boolean): void {
  const from = since.get(page);
  if (inSight && from === undefined) since.set(page, performance.now());
  if (!inSight && from !== undefined) {
    times.set(page, (times.get(page) ?? 0) + performance.now() - from);
    since.delete(page);
  }
}

/** All pages that were shown, with the time in sight so far. */
function seen(): { page: number; milliseconds: number }[] {
  return [...shown].map((page) => {
    const from = since.get(page);
    return { page, milliseconds: Math.round((times.get(page) ?? 0) + (from === undefined ? 0 : performance.now() - from)) };
  });
}
function tell(): void {
  if (left.value === 0) emit('read', seen());
}
defineExpose({ seen });

onMounted(() => {
  observer = new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting } of entries) {
        const page = Number((target as HTMLElement).dataset['page']);
        count(page, isIntersecting);
        if (isIntersecting) void draw(page, target as HTMLElement);
      }
    },
    { rootMargin: '10% 0px' },
  );
  for (const place of box.value?.children ?? []) observer.observe(place);
});
onBeforeUnmount(() => {
  observer?.disconnect();
  for (const end of ends) void end();
});
</script>

<template>
  <div class="pdf">
    <p v-if="failed" role="alert">A page can’t be shown here. Load this page again, or call us for the agreement on paper.</p>
    <v-btn-toggle v-model="asText" class="mb-2" mandatory aria-label="How it is shown">
      <v-btn :value="false" :aria-pressed="!asText">As the paper</v-btn>
      <v-btn :value="true" :aria-pressed="asText">As text</v-btn>
    </v-btn-toggle>
    <div ref="box" tabindex="0" role="region" :aria-label="label" :class="{ texts: asText }">
      <div v-for="page in pages" :key="page" class="pdf-place" :data-page="page">
        <p class="soft">Page {{ page }} of {{ pages }}</p>
        <div v-if="asText" class="d-grid ga-3">
          <component
            :is="block.kind === 'heading' ? 'h2' : 'p'"
            v-for="(block, at) in words.get(page) ?? []"
            :key="at"
            :class="{ figure: block.kind === 'cells', 'text-left': block.kind === 'cells' }"
          >
            {{ block.text }}
          </component>
        </div>
      </div>
    </div>
    <p v-if="left > 0" class="soft" role="status">{{ left === 1 ? 'One page is' : `${left} pages are` }} still to be read.</p>
  </div>
</template>

<style>
.pdf-place {
  min-height: 400px;
}
.texts canvas {
  display: none;
}
</style>
