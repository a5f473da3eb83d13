<script setup lang="ts">
import { applicantOf, CHAPTER_LABEL, decideBy, isEnded, STAGE_LABEL, type Chapter, type FileState } from '@cavren/core';
import { computed, ref } from 'vue';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import HandOverDialog from './HandOverDialog.vue';
import { useEditing } from './editing';
import { kept } from './kept';
import type { MoveOffer } from './offers';
import { useShown } from './shown';

/** Whose file it is and where it is, who else is in it, whether all is saved, and what moves it on. */
defineProps<{ owner: string; move: MoveOffer | null; moving: boolean; next: boolean; locked: boolean }>();
const emit = defineEmits<{ move: []; next: [] }>();
const editing = useEditing();
const desk = useDesk();
const { showDate } = useShown(editing);
const { saving, present } = editing;
/** What is said of the file here: the same while anything else of it changes, so that a key draws nothing of it again. */
type Said = Pick<FileState, 'reference' | 'stage' | 'receivedOn' | 'signedOn' | 'withApplicant'> & { name: string; product: string };
const said = computed<Said | null>((before) => {
  const file = editing.file.value;
  if (!file) return null;
  const { reference, stage, receivedOn, signedOn, withApplicant, product, people } = file;
  const name = applicantOf({ people })?.fullName ?? 'New file';
  return kept(before, { reference, stage, receivedOn, signedOn, withApplicant, name, product: product.name });
});
const handing = ref(false);
const clock = computed<ReturnType<typeof decideBy>>((before) =>
  kept(before, editing.file.value ? decideBy(editing.file.value, editing.path.value?.entries ?? [], editing.today.value) : null),
);
const placeWord = (place: string | null): string => (place && place in CHAPTER_LABEL ? ` in ${CHAPTER_LABEL[place as Chapter]}` : '');
const SAVING_WORD = { saved: 'All saved', saving: 'Saving …', offline: 'Not saved yet: no connection. Your entries are kept and will be sent.' } as const;
</script>

<template>
  <header v-if="said" class="d-flex flex-wrap justify-space-between ga-4 mb-3">
    <div class="title flex-1-1">
      <h1>{{ said.name }}</h1>
      <p class="soft">
        <span class="mono">{{ said.reference }}</span>
        · {{ said.product }} ·
        <b>{{ STAGE_LABEL[said.stage] }}</b>
        · received {{ showDate(said.receivedOn) }}{{ said.signedOn ? `, signed ${showDate(said.signedOn)}` : '' }} ·
        <v-btn
          v-if="desk.may('file.handOver') && !isEnded(said.stage)"
          size="x-small"
          variant="text"
          class="px-1"
          :title="`With ${owner}: hand over`"
          @click="handing = true"
          >{{ owner }}</v-btn
        >
        <template v-else>{{ owner }}{{ ' ' }}</template>
        <span v-if="clock" :class="{ wrong: clock.late }"
          >· {{ clock.late ? 'decision overdue since' : 'decide by' }} {{ showDate(clock.by) }}{{ clock.pausedUntil ? ', paused' : '' }}</span
        >
      </p>
      <v-alert v-if="said.withApplicant" class="note iris d-inline-block mt-1 py-1 text-small" role="note">
        The applicant was asked to go on at the front door.
        <v-btn v-if="desk.may('file.invite')" size="x-small" @click="editing.act('/take-back').catch(() => undefined)">Take it back</v-btn>
      </v-alert>
    </div>
    <div class="d-grid ga-1 justify-items-end align-content-start text-right">
      <span v-for="other in present" :key="other.staffId" class="text-primary font-weight-bold text-small" role="status">
        <Mark kind="partly" />
        {{ other.name }} is here{{ placeWord(other.place) }}
      </span>
      <span class="saving soft text-small" :class="{ wrong: saving === 'offline' }" role="status">
        <Mark :kind="saving === 'saved' ? 'settled' : saving === 'saving' ? 'waiting' : 'blocked'" />
        {{ SAVING_WORD[saving] }}
        <v-btn v-if="editing.undos.value.length > 0 && saving === 'saved' && !locked" size="x-small" variant="text" title="Ctrl+Z" @click="editing.undo()">
          Take back
        </v-btn>
      </span>
      <v-btn v-if="move" variant="flat" :disabled="move.waitsFor !== null || saving !== 'saved'" :loading="moving" title="Alt+M" @click="emit('move')">
        {{ move.name }}
      </v-btn>
      <v-btn v-if="next" variant="flat" title="Alt+G" @click="emit('next')">Next file</v-btn>
      <span v-if="move && move.waitsFor !== null" class="soft text-small">waits for {{ move.waitsFor }} on the Path</span>
    </div>
    <HandOverDialog v-model="handing" :owner="owner" />
  </header>
</template>

<style scoped>
.title {
  flex-basis: 320px;
  min-width: 0;
}
.saving {
  max-width: 280px;
}
</style>
