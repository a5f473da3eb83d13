<script setup lang="ts">
import { decideBy, type FileState, type NoticeKind, type Path } from '@cavren/core';
import { computed } from 'vue';
import { nameIn, useEditing, useShown } from '../file/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';

/** Notices that went out, and by when a decision has to be told. */
const props = defineProps<{ file: FileState; path: Path }>();
const editing = useEditing();
const desk = useDesk();
const { showDate, showTime } = useShown();
const clock = computed(() => decideBy(props.file, props.path.entries, editing.today.value));
const KIND: Record<NoticeKind, string> = {
  declined: 'Declined, with the principal reasons',
  stopped: 'Not taken further',
  counterOffer: 'Offered otherwise',
  incomplete: 'What is missing',
  withdrawn: 'Withdrawal confirmed',
  lapsed: 'Offer run out',
  undone: 'Decision taken back',
  replacement: 'To the former insurer',
  assistance: 'What is given towards the premium',
  roundPlace: 'Place on the list',
  roundOffer: 'A home is offered',
  roundLeft: 'Place given up',
};
const CHANNEL = { letter: 'by letter', email: 'by e-mail', text: 'by text', none: 'by no channel: nothing reaches them' } as const;
</script>

<template>
  <div>
    <p v-if="clock" :class="{ wrong: clock.late }">
      <Mark :kind="clock.late ? 'blocked' : 'waiting'" />
      A decision has to be told by <b>{{ showDate(clock.by) }}</b
      >{{ clock.pausedUntil ? `; the clock stands still until ${showDate(clock.pausedUntil)}, while something is missing` : clock.late ? ': late' : '' }}.
    </p>
    <p v-if="file.notices.length === 0" class="soft">None was sent yet.</p>
    <ul class="facts plain">
      <li v-for="notice in file.notices" :key="notice.id">
        <b>{{ KIND[notice.kind] }}</b>, to {{ nameIn(file, notice.personId) }} {{ CHANNEL[notice.channel] }}, {{ showTime(notice.madeAt)
        }}<template v-if="notice.respondBy">, to be answered by {{ showDate(notice.respondBy) }}</template>
        <a v-if="notice.made && desk.may('notice.read')" :href="`${editing.url}/notices/${notice.id}`" target="_blank" rel="noopener">Open the notice</a>
        <span v-else-if="!notice.made" class="soft" role="status">it is being made</span>
      </li>
    </ul>
  </div>
</template>
