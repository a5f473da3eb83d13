<script setup lang="ts">
import { ref, watch } from 'vue';
import { AskText } from '../look/index';
import ConfirmDialog from './ConfirmDialog.vue';

/** Asks for a reason before something is done. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string; text: string; label: string; confirm: string; run: (reason: string) => Promise<true> }>();
const reason = ref('');
watch(open, () => (reason.value = ''));
</script>

<template>
  <ConfirmDialog v-model="open" :title="title" :confirm="confirm" :waits="reason.trim().length < 3 ? 'a reason' : null" :run="() => run(reason.trim())">
    <p>{{ text }}</p>
    <AskText v-model="reason" :label="label" :rows="3" autofocus required maxlength="1000" />
  </ConfirmDialog>
</template>
