<script setup lang="ts">
import { MOST_REASONS, type FileState, type Path } from '@cavren/core';
import { computed, ref } from 'vue';
import { useSending } from '../file/index';
import { AskText } from '../look/index';
import ReasonChoice from './ReasonChoice.vue';

/** Says no to a file, or proposes it to an approver, with the principal reasons. */
const props = defineProps<{ file: FileState; path: Path; proposes: boolean; preset: { reasons: string[]; other: string | null } | null }>();
const emit = defineEmits<{ done: [] }>();
const { send: act, problem, busy } = useSending();
const reasons = ref<string[]>([...(props.preset?.reasons ?? [])]);
const other = ref(props.preset?.other ?? '');
const comment = ref('');
const words = computed(() => other.value.trim() || null);
const count = computed(() => reasons.value.length + (words.value ? 1 : 0));

async function send(): Promise<void> {
  const outcome = props.proposes ? 'proposeDecline' : 'decline';
  if (await act(outcome, '/decision', { outcome, reasons: reasons.value, other: words.value, comment: comment.value.trim() || null })) emit('done');
}
</script>

<template>
  <form class="d-grid ga-3 mt-3 justify-start" @submit.prevent="send">
    <ReasonChoice v-model:reasons="reasons" v-model:other="other" :file="file" :path="path" />
    <AskText v-model="comment" label="Comment, for the file only" maxlength="1000" />
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <p class="row-actions">
      <v-btn type="submit" color="error" variant="flat" :disabled="count === 0 || count > MOST_REASONS" :loading="busy !== ''">
        {{ proposes ? 'Propose to decline' : 'Decline the file' }}
      </v-btn>
      <v-btn @click="emit('done')">Leave it</v-btn>
      <span class="soft">{{ proposes ? 'An approver answers; meanwhile nothing moves.' : 'They get a notice with these reasons and what they can do.' }}</span>
    </p>
  </form>
</template>
