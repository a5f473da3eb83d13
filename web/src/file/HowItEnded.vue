<script setup lang="ts">
import { isEnded, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { Mark } from '../look/index';
import { useEditing } from './editing';
import { useShown } from './shown';

/** How a file ended that goes no further: when, by whom and why. */
const props = defineProps<{ file: FileState }>();
const editing = useEditing();
const { showTime } = useShown();
const reasonText = (code: string): string => props.file.product.declineReasons.find((reason) => reason.code === code)?.label ?? code;
const words = computed(() => {
  const { stage, decisions, payout } = props.file;
  const ending = editing.view.value?.ending ?? null;
  if (stage === 'withdrawn') return ending ? `Withdrawn ${showTime(ending.at)} by ${ending.actor}: “${ending.after ?? ''}”` : 'Withdrawn.';
  if (stage === 'lapsed') return ending ? `Lapsed ${showTime(ending.at)}: nobody had worked on it for ${ending.after ?? ''} days.` : 'Lapsed.';
  if (stage === 'declined') {
    const decision = decisions.findLast(({ outcome }) => outcome === 'decline');
    return decision ? `Declined ${showTime(decision.at)} by ${decision.by}: ${decision.reasons.map(reasonText).join('; ')}` : 'Declined.';
  }
  if (payout.releasedAt) return `Paid out ${showTime(payout.releasedAt)}, released by ${payout.releasedBy ?? ''}.`;
  const approval = decisions.findLast(({ outcome }) => outcome === 'approve');
  return approval ? `Approved ${showTime(approval.at)} by ${approval.by}; nothing follows.` : '';
});
</script>

<template>
  <p v-if="isEnded(file.stage) && words" class="note mb-3" :class="{ lichen: file.stage === 'done' }" role="status">
    <Mark :kind="file.stage === 'done' ? 'settled' : 'none'" />
    {{ words }}
  </p>
</template>
