<script setup lang="ts">
import {
  barToMove,
  CHAPTER_LABEL,
  HOLDERS_OF,
  isApproved,
  outOf,
  cameToNothing,
  isEnded,
  isLocked,
  missingOf,
  movesByHand,
  openNotice,
  STAGE_LABEL,
  type Chapter,
  type Measure,
  type PathEntry,
} from '@cavren/core';
import { mdiArrowRight } from '@mdi/js';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDisplay } from 'vuetify';
import type { TodayPage } from '@cavren/contract';
import { offerActs } from '../acts/index';
import { api, messageOf, queryOf } from '../api/index';
import { FiguresStrip } from '../strip/index';
import { provideSay } from '../words/index';
import { AskChoice, controlOf, controlsIn, focusOn, goOnFrom, inOpenList, Mark, usePhone, type MarkKind } from '../look/index';
import { PathPanel } from '../path/index';
import { useDesk } from '../session/index';
import { CHAPTER_PAGES, fetchChapters } from './chapters';
import ChapterNav from './ChapterNav.vue';
import ConflictDialog from './ConflictDialog.vue';
import { openEditing, provideEditing } from './editing';
import { nameIn } from './options';
import FileHead from './FileHead.vue';
import type { ChapterState, MoveOffer } from './offers';
import { kept } from './kept';
import HowItEnded from './HowItEnded.vue';
import MissingDialog from './MissingDialog.vue';
import WithdrawDialog from './WithdrawDialog.vue';

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const editing = openEditing(String(route.params['reference']));
provideEditing(editing);
const { file, path, view, loadError, saving, news } = editing;
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
/** On a phone, as at a unit, a file is one column: a chapter at a time, chosen from a list. */
const phone = usePhone();
const foldedByHand = ref(localStorage.getItem('cavren-path') === 'folded');
const openedByHand = ref(false);
const folded = computed(() => (roomy.value ? foldedByHand.value : !openedByHand.value));
const withdrawing = ref(false);
const moving = ref(false);
const tellingMissing = ref(false);
const locked = computed(() => (file.value ? isLocked(file.value) : true));
const bar = computed(() => (file.value && path.value ? barToMove(file.value, path.value) : null));
const mayWithdraw = computed(() => desk.may('file.withdraw') && path.value?.next != null && (!file.value || outOf(file.value)?.state !== 'out'));
const mayDecline = computed(
  () => file.value !== null && !isEnded(file.value.stage) && !isApproved(file.value) && (desk.may('decline.make') || desk.may('decline.propose')),
);
/** Whether something is missing that those who apply can be told of: a notice that is open says it already. */
const lacks = computed(
  () =>
    file.value !== null &&
    path.value !== null &&
    desk.may('notice.send') &&
    (file.value.stage === 'details' || file.value.stage === 'gathering') &&
    missingOf(path.value).length > 0 &&
    openNotice(file.value, path.value.entries) === null,
);
const movesOn = computed(() => file.value !== null && movesByHand(file.value));

const countOf = (name: Chapter): number => path.value?.now.filter(({ place }) => place.chapter === name).length ?? 0;
function markOf(name: Chapter): MarkKind {
  // Nothing in a file that ended before its time looks done.
  if (!path.value || name === 'history' || (file.value && cameToNothing(file.value.stage))) return 'none';
  if (countOf(name) > 0) return 'blocked';
  return path.value.later.some(({ place }) => place.chapter === name) ? 'open' : 'settled';
}
/** Chapters with what is open in each: the same objects for as long as they say the same, so that a key draws none of them again. */
const chapters = computed<ChapterState[]>((before) =>
  kept(
    before,
    (file.value?.product.chapters ?? []).map((name) => ({ name, mark: markOf(name), count: countOf(name) })),
  ),
);
const chapterChoices = computed(() =>
  chapters.value.map(({ name, count }) => ({ value: name, label: count > 0 ? `${CHAPTER_LABEL[name]}, ${count} on the Path` : CHAPTER_LABEL[name] })),
);
const toChapter = (name: Chapter): void => void router.push(`/files/${editing.reference}/${name}`);
/** The chapter after this one, where the last field leads to. */
const following = computed(() => {
  const all = file.value?.product.chapters ?? [];
  return all[all.indexOf(chapter.value) + 1] ?? null;
});
const route_ = computed(() => file.value?.product.route ?? []);
const withdraw = (): void => void (withdrawing.value = true);
const nameOf = (id: string): string => (file.value ? nameIn(file.value, id) : '');

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
/** Moving on, where somebody does that by hand here: what it is called, and how much it waits for. */
const moveOffer = computed<MoveOffer | null>((before) =>
  kept(before, movesOn.value && path.value?.next && desk.may('file.move') ? { name: moveName.value, waitsFor: bar.value?.entries.length ?? null } : null),
);
const moveName = computed(() => (path.value?.next ? `Move on to ${STAGE_LABEL[path.value.next].toLowerCase()}` : ''));
offerActs(() => [
  ...(movesOn.value && desk.may('file.move')
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
watch(
  () => file.value?.product.chapters,
  (all) => all && fetchChapters(all),
  { immediate: true },
);
const fileKey = (event: KeyboardEvent): void => void onFileKey(event);
onMounted(() => {
  window.addEventListener('keydown', fileKey);
});
onBeforeUnmount(() => window.removeEventListener('keydown', fileKey));

/** Ctrl+Z takes the last change back, unless a field that was typed in can do so itself. */
function onUndo(event: KeyboardEvent): void {
  if (!event.ctrlKey || event.key !== 'z' || event.shiftKey) return;
  if (controlOf(event.target)?.dataset['typed'] === 'yes') return;
  event.preventDefault();
  editing.undo();
}

/** Enter goes to the next field of the chapter; in the last one of a row that row says where, in a form it sends it. It is heard before the kit opens a choice by it. */
function onEnter(event: KeyboardEvent): void {
  const from = controlOf(event.target);
  if (event.key !== 'Enter' || !from || !(event.target instanceof HTMLInputElement) || event.target.form) return;
  if (inOpenList(event)) {
    // What was searched for is chosen by the same key that goes on.
    if (from.closest('.v-autocomplete')) window.setTimeout(() => goOnFrom(from));
    return;
  }
  if (controlsIn(from.closest('tbody.worked'), false).at(-1) === from) return;
  event.preventDefault();
  event.stopPropagation();
  goOnFrom(from);
}
async function move(): Promise<void> {
  moving.value = true;
  const moved = await editing.act('/move').catch(() => false);
  moving.value = false;
  // The work goes on with the first thing that is due in the new stage.
  if (moved && mine.value) await go(mine.value);
}
</script>

<template>
  <main v-if="file && path && view" :class="{ file: !phone, slim: folded || !roomy, over: !folded && !roomy }">
    <ChapterNav
      v-if="!phone"
      :reference="editing.reference"
      :chapters="chapters"
      :chapter="chapter"
      :route="route_"
      :stage="file.stage"
      :withdraws="mayWithdraw"
      :declines="mayDecline"
      :lacks="lacks"
      @withdraw="withdraw"
      @missing="tellingMissing = true"
      @decline="router.push(`/files/${editing.reference}/decision#decide`)"
    />
    <section ref="center" class="center overflow-y-auto pa-4" tabindex="-1" @keydown.enter.capture="onEnter" @keydown.capture="onUndo">
      <AskChoice v-if="phone" class="mb-3" label="Chapter" :model-value="chapter" :items="chapterChoices" @update:model-value="toChapter" />
      <FileHead :owner="view.owner" :move="moveOffer" :moving="moving" :next="!mine && !movesOn" :locked="locked" @move="move" @next="nextFile" />
      <v-alert v-if="locked && outOf(file) && chapter !== 'signing'" class="note iris mb-3" role="note">
        <Mark kind="signing" /> The {{ outOf(file)?.document }} is out for signature, so the details are locked.
        <router-link :to="`/files/${editing.reference}/signing`">{{
          isApproved(file) ? 'Taking it back is in Signing.' : 'Unlocking is in Signing.'
        }}</router-link>
      </v-alert>
      <v-alert
        v-else-if="locked && isApproved(file) && !isEnded(file.stage) && chapter !== 'decision' && chapter !== 'signing'"
        class="note iris mb-3"
        role="note"
      >
        <Mark kind="settled" /> Approved as it is: an approver takes the approval back before anything in it changes. How people are reached can change.
      </v-alert>
      <HowItEnded v-if="isEnded(file.stage) && (file.stage !== 'done' || chapter !== 'decision')" :file="file" />
      <component :is="CHAPTER_PAGES.get(chapter)" v-if="route.params['chapter']" :file="file" :path="path" :locked="locked" />
      <p v-if="following && route.params['chapter']" class="text-right mt-4">
        <v-btn size="small" class="onward" :append-icon="mdiArrowRight" :to="`/files/${editing.reference}/${following}`"
          >Next: {{ CHAPTER_LABEL[following] }}</v-btn
        >
      </p>
    </section>
    <PathPanel
      v-if="!phone"
      :now="path.now"
      :later="path.later"
      :next="path.next"
      :today="view.today"
      :narrow="folded"
      :name-of="nameOf"
      @go="go"
      @fold="fold"
    />
    <div v-if="path.figures.figures.length > 0 && !phone" class="strip-place">
      <FiguresStrip ref="strip" />
    </div>
    <!-- Where the eye is, however far the chapter is scrolled. -->
    <v-snackbar :model-value="news !== ''" location="top" color="error" :timeout="-1" @update:model-value="news = ''">
      <span role="alert">{{ news }}</span>
      <template #actions><v-btn variant="text" color="surface" @click="news = ''">Close</v-btn></template>
    </v-snackbar>
    <ConflictDialog />
    <WithdrawDialog v-model="withdrawing" />
    <MissingDialog v-model="tellingMissing" />
  </main>
  <main v-else-if="loadError" class="reading justify-items-start">
    <h1>This file can’t be shown</h1>
    <v-alert class="note ember" role="alert">{{ loadError }}</v-alert>
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
.slim {
  grid-template-columns: 152px minmax(0, 1fr) 46px;
}
.strip-place {
  grid-column: 1 / -1;
}
.over > :deep(.path) {
  justify-self: end;
  width: 270px;
  z-index: 4;
  box-shadow: -4px 0 16px rgb(0 0 0 / 18%);
}
/* What changes in one part of the page is laid out in that part alone, and nothing in it makes the page longer. */
.file > :deep(*:not(.strip-place)) {
  contain: strict;
}
</style>
