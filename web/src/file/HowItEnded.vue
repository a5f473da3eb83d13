<script setup lang="ts">
import { reasonsSaid, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { Mark } from '../look/index';
import { useEditing } from './editing';
import { useShown } from './shown';

/** How a file ended that goes no further: when, by whom and why. */
const props = defineProps<{ file: FileState }>();
const editing = useEditing();
const { showDate, showTime } = useShown();
const WHY_LAPSED: Record<string, (said: string, date: (day: string) => string) => string> = {
  'file.lapse': (days) => `nobody had worked on it for ${days} days.`,
  'file.closeIncomplete': (day, date) => `what was missing had not come by ${date(day)}.`,
  'offer.lapse': (day, date) => `the offer was not accepted by ${date(day)}.`,
};
const words = computed(() => {
  const { stage, decisions, payout, payeePayouts } = props.file;
  const ending = editing.view.value?.ending ?? null;
  if (stage === 'withdrawn') return ending ? `Withdrawn ${showTime(ending.at)} by ${ending.actor}: “${ending.after ?? ''}”` : 'Withdrawn.';
  if (stage === 'lapsed') return ending ? `Ended ${showTime(ending.at)}: ${WHY_LAPSED[ending.act]?.(ending.after ?? '', showDate) ?? ''}` : 'Lapsed.';
  if (stage === 'declined') {
    const decision = decisions.findLast(({ outcome }) => outcome === 'decline' || outcome === 'stop');
    if (decision?.outcome === 'stop') return `Ended ${showTime(decision.at)} by compliance.`;
    return decision ? `Declined ${showTime(decision.at)} by ${decision.by}: ${reasonsSaid(props.file.product, decision).join('; ')}` : 'Declined.';
  }
  const last = [payout, ...payeePayouts]
    .filter(({ releasedAt }) => releasedAt !== null)
    .sort((a, b) => (b.releasedAt ?? '').localeCompare(a.releasedAt ?? ''))[0];
  if (last) return `Paid out ${showTime(last.releasedAt)}, released by ${last.releasedBy ?? ''}.`;
  const approval = decisions.findLast(({ outcome }) => outcome === 'approve' || outcome === 'counter');
  return approval ? `Approved ${showTime(approval.at)} by ${approval.by}; nothing follows.` : '';
});
</script>

<template>
  <v-alert v-if="words" class="note mb-3" :class="{ lichen: file.stage === 'done' }" role="status">
    <Mark :kind="file.stage === 'done' ? 'settled' : 'none'" />
    {{ words }}
  </v-alert>
</template>
