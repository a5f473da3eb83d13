<script setup lang="ts">
import { barToMove, CHAPTER_LABEL, HOLDERS_OF, isEnded, isLocked, STAGE_LABEL, type Chapter, type Measure, type PathEntry } from '@cavren/core';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDisplay } from 'vuetify';
import type { TodayPage } from '@cavren/contract';
import { offerActs } from '../acts/index';
import { api, messageOf, queryOf } from '../api/index';
import { FiguresStrip } from '../strip/index';
import { provideSay } from '../words/index';
import { useShown } from './shown';
import { controlOf, controlsIn, focusOn, inOpenList, Mark, type MarkKind } from '../look/index';
import { PathPanel } from '../path/index';
import { useDesk } from '../session/index';
import { CHAPTER_PAGES, fetchChapters } from './chapters';
import ConflictDialog from './ConflictDialog.vue';
import { openEditing, provideEditing } from './editing';
import { nameIn } from './options';
import HowItEnded from './HowItEnded.vue';
import WithdrawDialog from './WithdrawDialog.vue';

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const editing = openEditing(String(route.params['reference']));
provideEditing(editing);
const { showDate } = useShown(editing);
const { file, path, view, loadError, saving, news, present } = editing;
provideSay(() => file.value?.pack);

const chapter = computed<Chapter>(() => {
  const wanted = route.params['chapter'] as Chapter;
  return file.value?.product.chapters.includes(wanted) ? wanted : 'request';
});
// Where one is, is told once it is known: a file that was opened without a chapter goes to one first.
watch(
  () => (route.params['chapter'] ? chapter.value : null),
  (now) => {
    if (!now) return;
    editing.listen(now);
    void editing.loadStated();
  },
  { immediate: true },
);
const center = ref<HTMLElement | null>(null);
const strip = ref<{ open: (measure: Measure) => void } | null>(null);
const { width } = useDisplay();
/** Narrower than this the Path folds by itself, and lies over the chapter while it is open. */
const roomy = computed(() => width.value >= 1100);
const foldedByHand = ref(localStorage.getItem('cavren-path') === 'folded');
const openedByHand = ref(false);
const folded = computed(() => (roomy.value ? foldedByHand.value : !openedByHand.value));
const withdrawing = ref(false);
const moving = ref(false);
const locked = computed(() => (file.value ? isLocked(file.value) : true));
const applicant = computed(() => file.value?.people.find(({ role }) => role === 'applicant') ?? null);
const bar = computed(() => (file.value && path.value ? barToMove(file.value, path.value) : null));
const mayWithdraw = computed(() => desk.may('file.withdraw') && path.value?.next != null && file.value?.envelope?.state !== 'out');
const movesByHand = computed(() => path.value?.next && ['checking', 'gathering', 'signing', 'deciding'].includes(path.value.next));

function countOf(name: Chapter): number {
  return path.value?.now.filter(({ place }) => place.chapter === name).length ?? 0;
}
function markOf(name: Chapter): MarkKind {
  // Nothing in a file that ended before its time looks done.
  if (!path.value || name === 'history' || (file.value && isEnded(file.value.stage) && file.value.stage !== 'done')) return 'none';
  if (countOf(name) > 0) return 'blocked';
  return path.value.later.some(({ place }) => place.chapter === name) ? 'open' : 'settled';
}
const WORD: Partial<Record<MarkKind, string>> = { blocked: 'something is needed now', open: 'something is needed later', settled: 'nothing open' };

function fold(): void {
  if (!roomy.value) {
    openedByHand.value = !openedByHand.value;
    return;
  }
  foldedByHand.value = !foldedByHand.value;
  localStorage.setItem('cavren-path', foldedByHand.value ? 'folded' : 'open');
}
async function go(entry: PathEntry): Promise<void> {
  const { chapter: to, anchor } = entry.place;
  openedByHand.value = false;
  if (anchor.startsWith('figure.')) return strip.value?.open(anchor.slice('figure.'.length) as Measure);
  await router.push({ path: `/files/${editing.reference}/${to}`, hash: `#${anchor}` });
  await focusAnchor(anchor);
}

/** Where one is being led; whoever is led elsewhere meanwhile is not pulled back. */
let leadingTo = '';
/** Goes to the exact place: the chapter may still be loading, so it is looked for a few times. */
async function focusAnchor(anchor: string): Promise<void> {
  leadingTo = anchor;
  for (let turn = 0; turn < 100 && leadingTo === anchor; turn += 1) {
    await nextTick();
    const target = [...(center.value?.querySelectorAll<HTMLElement>('[data-anchor]') ?? [])].find(({ dataset }) => dataset['anchor'] === anchor);
    if (target) {
      target.scrollIntoView({ block: 'center' });
      focusOn(target);
      return;
    }
    // A row that reads as a line gets its fields when one goes there.
    const row = anchor.split('.')[0] ?? '';
    if ([...(center.value?.querySelectorAll<HTMLElement>('[data-anchor-row]') ?? [])].some(({ dataset }) => dataset['anchorRow'] === row))
      editing.working.value = row;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
watch(
  [() => route.hash, () => file.value !== null] as const,
  ([hash, ready]) => {
    if (hash && ready) void focusAnchor(decodeURIComponent(hash.slice(1)));
  },
  { immediate: true },
);

/** Chapters by number; with Alt, so that they never get in the way of typing. */
async function onFileKey(event: KeyboardEvent): Promise<void> {
  if (!event.altKey || event.ctrlKey || event.metaKey || !file.value) return;
  const number = /^Digit([1-9])$/.exec(event.code)?.[1];
  const name = number ? file.value.product.chapters[Number(number) - 1] : undefined;
  if (!name) return;
  event.preventDefault();
  await router.push(`/files/${editing.reference}/${name}`);
  center.value?.focus();
}
async function addPerson(): Promise<void> {
  await router.replace({ path: `/files/${editing.reference}/people`, hash: '' });
  await router.push({ path: `/files/${editing.reference}/people`, hash: '#add-person' });
}
/** The first thing on the Path that this person can settle; without one, the first that stands there. */
const mine = computed(() => path.value?.now.find(({ holder }) => desk.me && HOLDERS_OF[desk.me.role].includes(holder)));
async function goToFirst(): Promise<void> {
  const first = mine.value ?? path.value?.now[0];
  if (first) await go(first);
}
/** Opens the file that waits longest for this person, other than this one; Today where there is none. */
async function nextFile(): Promise<void> {
  try {
    const { items } = await api.get<TodayPage>(`/api/today?${queryOf({ waitingFor: 'me', page: 1, size: 5 })}`);
    const next = items.find(({ reference }) => reference !== editing.reference);
    await router.push(next ? `/files/${next.reference}` : '/today');
  } catch (error) {
    news.value = messageOf(error);
  }
}
const moveName = computed(() => (path.value?.next ? `Move on to ${STAGE_LABEL[path.value.next].toLowerCase()}` : ''));
offerActs(() => [
  ...(movesByHand.value && desk.may('file.move')
    ? [
        {
          name: moveName.value,
          key: 'M',
          waits: bar.value ? `${bar.value.entries.length} on the Path` : saving.value === 'saved' && !moving.value ? null : 'saving',
          run: move,
        },
      ]
    : []),
  ...(path.value && path.value.now.length > 0 ? [{ name: 'Go to the first thing on the Path', key: 'N', waits: null, run: goToFirst }] : []),
  ...(!locked.value && desk.may('details.write') ? [{ name: 'Add a person', key: 'P', waits: null, run: addPerson }] : []),
  { name: 'Next file', key: 'G', waits: null, run: nextFile },
  ...(mayWithdraw.value ? [{ name: 'Withdraw the file', key: null, waits: null, run: () => (withdrawing.value = true) }] : []),
]);
/** A file that is opened without a chapter begins where its next entry is. */
watch(
  [() => route.params['chapter'], path] as const,
  ([wanted, ready]) => {
    if (!ready || wanted) return;
    const here = mine.value?.place.chapter ?? (desk.me?.role === 'intake' ? 'request' : 'decision');
    void router.replace(`/files/${editing.reference}/${file.value?.product.chapters.includes(here) ? here : 'request'}`);
  },
  { immediate: true },
);
const fileKey = (event: KeyboardEvent): void => void onFileKey(event);
onMounted(() => {
  window.addEventListener('keydown', fileKey);
  fetchChapters();
});
onBeforeUnmount(() => window.removeEventListener('keydown', fileKey));

/** Ctrl+Z takes the last change back, unless a field that was typed in can do so itself. */
function onUndo(event: KeyboardEvent): void {
  if (!event.ctrlKey || event.key !== 'z' || event.shiftKey) return;
  if (controlOf(event.target)?.dataset['typed'] === 'yes') return;
  event.preventDefault();
  editing.undo();
}
const PLACE_WORD = (place: string | null): string => (place && place in CHAPTER_LABEL ? ` in ${CHAPTER_LABEL[place as Chapter]}` : '');

/** Enter goes to the next field of the chapter; in the last one of a row that row says where, in a form it sends it. It is heard before the kit opens a choice by it. */
function onEnter(event: KeyboardEvent): void {
  const from = controlOf(event.target);
  if (event.key !== 'Enter' || !from || !(event.target instanceof HTMLInputElement) || event.target.form || inOpenList(event)) return;
  if (controlsIn(from.closest('tbody.worked'), false).at(-1) === from) return;
  const fields = controlsIn(center.value);
  const next = fields[fields.indexOf(from) + 1];
  if (!next) return;
  event.preventDefault();
  event.stopPropagation();
  focusOn(next);
}
async function move(): Promise<void> {
  moving.value = true;
  const moved = await editing.act('/move').catch(() => false);
  moving.value = false;
  // The work goes on with the first thing that is due in the new stage.
  if (moved && mine.value) await go(mine.value);
}
const SAVING_WORD = { saved: 'All saved', saving: 'Saving …', offline: 'Not saved yet: no connection. Your entries are kept and will be sent.' } as const;
</script>

<template>
  <main v-if="file && path && view" class="file" :class="{ slim: folded || !roomy, over: !folded && !roomy }">
    <nav class="chapters" aria-label="Chapters">
      <router-link v-for="name in file.product.chapters" :key="name" :to="`/files/${editing.reference}/${name}`" :class="{ on: name === chapter }">
        <Mark :kind="markOf(name)" />
        <span>{{ CHAPTER_LABEL[name] }}</span>
        <span v-if="countOf(name) > 0" class="wrong text-small">{{ countOf(name) }}</span>
        <span class="unseen">{{ WORD[markOf(name)] ?? '' }}</span>
      </router-link>
      <div class="route">
        <h3>Stage</h3>
        <ol>
          <li
            v-for="stage in file.product.route"
            :key="stage"
            :class="{ here: stage === file.stage, past: file.product.route.indexOf(stage) < file.product.route.indexOf(file.stage) }"
          >
            {{ STAGE_LABEL[stage] }}
          </li>
          <li v-if="!file.product.route.includes(file.stage)" class="here">{{ STAGE_LABEL[file.stage] }}</li>
        </ol>
        <v-btn v-if="mayWithdraw" size="x-small" variant="text" @click="withdrawing = true"> Withdraw the file </v-btn>
      </div>
    </nav>
    <section ref="center" class="center" tabindex="-1" @keydown.enter.capture="onEnter" @keydown.capture="onUndo">
      <header class="d-flex flex-wrap justify-space-between ga-4 mb-3">
        <div class="title">
          <h1>{{ applicant?.fullName ?? 'New file' }}</h1>
          <p class="soft">
            <span class="mono">{{ file.reference }}</span>
            · {{ file.product.name }} ·
            <b>{{ STAGE_LABEL[file.stage] }}</b>
            · received {{ showDate(file.receivedOn) }}{{ file.signedOn ? `, signed ${showDate(file.signedOn)}` : '' }} · {{ view.owner }}
          </p>
          <p v-if="file.withApplicant" class="note iris d-inline-block mt-1 py-1 text-small">
            The applicant was asked to go on at the front door.
            <v-btn v-if="desk.may('file.invite')" size="x-small" @click="editing.act('/take-back').catch(() => undefined)">Take it back</v-btn>
          </p>
        </div>
        <div class="moves">
          <span v-for="other in present" :key="other.staffId" class="text-primary font-weight-bold text-small" role="status">
            <Mark kind="partly" />
            {{ other.name }} is here{{ PLACE_WORD(other.place) }}
          </span>
          <span class="saving soft text-small" :class="{ wrong: saving === 'offline' }" role="status">
            <Mark :kind="saving === 'saved' ? 'settled' : saving === 'saving' ? 'waiting' : 'blocked'" />
            {{ SAVING_WORD[saving] }}
            <v-btn v-if="editing.undos.value.length > 0 && saving === 'saved' && !locked" size="x-small" variant="text" title="Ctrl+Z" @click="editing.undo()">
              Take back
            </v-btn>
          </span>
          <v-btn
            v-if="movesByHand && path.next && desk.may('file.move')"
            variant="flat"
            :disabled="bar !== null || saving !== 'saved'"
            :loading="moving"
            title="Alt+M"
            @click="move"
          >
            {{ moveName }}
          </v-btn>
          <v-btn v-if="!mine && !movesByHand" variant="flat" title="Alt+G" @click="nextFile">Next file</v-btn>
          <span v-if="movesByHand && bar && desk.may('file.move')" class="soft text-small">waits for {{ bar.entries.length }} on the Path</span>
        </div>
      </header>
      <p v-if="news" class="note ember mb-3" role="alert">
        {{ news }}
        <v-btn size="x-small" variant="text" @click="news = ''">Close</v-btn>
      </p>
      <p v-if="locked && (file.envelope?.state === 'out' || file.envelope?.state === 'making') && chapter !== 'signing'" class="note iris mb-3">
        <Mark kind="signing" /> The agreement is out for signature, so the details are locked.
        <router-link :to="`/files/${editing.reference}/signing`">Unlocking is in Signing.</router-link>
      </p>
      <HowItEnded :file="file" />
      <component :is="CHAPTER_PAGES.get(chapter)" v-if="route.params['chapter']" :file="file" :path="path" :locked="locked" />
    </section>
    <PathPanel :path="path" :today="view.today" :narrow="folded" :name-of="(id) => nameIn(file!, id)" @go="go" @fold="fold" />
    <div v-if="path.figures.figures.length > 0" class="strip-place"><FiguresStrip ref="strip" :figures="path.figures" :file="file" /></div>
    <ConflictDialog />
    <WithdrawDialog v-model="withdrawing" />
  </main>
  <main v-else-if="loadError" class="reading justify-items-start">
    <h1>This file can’t be shown</h1>
    <p class="note ember" role="alert">{{ loadError }}</p>
    <p class="row-actions">
      <v-btn @click="editing.load()">Try again</v-btn>
      <router-link to="/files">Back to Files</router-link>
    </p>
  </main>
  <main v-else class="reading justify-items-start"><p class="soft" role="status">Opening the file …</p></main>
</template>

<style scoped>
.file {
  display: grid;
  grid-template: minmax(0, 1fr) auto / 152px minmax(0, 1fr) 250px;
  height: calc(100vh - 46px);
}
.file.slim {
  grid-template-columns: 152px minmax(0, 1fr) 46px;
}
.strip-place {
  grid-column: 1 / -1;
}
.over > :deep(.path) {
  justify-self: end;
  width: 270px;
  height: 100%;
  z-index: 4;
  box-shadow: -4px 0 16px rgb(0 0 0 / 18%);
}
/* What changes in one part of the page is laid out in that part alone, and nothing in it makes the page longer. */
.file > :deep(*:not(.strip-place)) {
  contain: strict;
}
.chapters {
  overflow-y: auto;
  padding: 10px 0;
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
  border-left-color: var(--teal);
  font-weight: 700;
}
.chapters a:hover {
  background: var(--teal-soft);
}
.route {
  margin: 16px 12px 0 16px;
  padding-top: 10px;
  border-top: 1px solid var(--rule-strong);
  font-size: 0.85rem;
}
.route ol {
  list-style: none;
  margin: 2px 0 8px;
  padding: 0;
}
.route li {
  padding: 1px 0 1px 14px;
  color: var(--ink-soft);
  position: relative;
}
.route li::before {
  content: '';
  position: absolute;
  left: 0;
  top: 8px;
  width: 7px;
  height: 7px;
  border: 1px solid var(--ink-soft);
}
.route li.past::before {
  background: var(--lichen);
  border-color: var(--lichen);
}
.route li.here {
  color: var(--ink);
  font-weight: 700;
}
.route li.here::before {
  background: var(--teal);
  border-color: var(--teal);
}
.center {
  overflow-y: auto;
  padding: 14px 14px 24px;
  outline: none;
}
.title {
  flex: 1 1 320px;
  min-width: 0;
}
.moves {
  display: grid;
  justify-items: end;
  align-content: start;
  gap: 3px;
  text-align: right;
}
.saving {
  max-width: 280px;
}
</style>
