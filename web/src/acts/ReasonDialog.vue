<script setup lang="ts">
import { ref, watch } from 'vue';
import ConfirmDialog from './ConfirmDialog.vue';

/** Asks for a reason before something is done. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string; text: string; label: string; confirm: string; run: (reason: string) => Promise<unknown> }>();
const reason = ref('');
watch(open, () => (reason.value = ''));
</script>

<template>
  <ConfirmDialog v-model="open" :title="title" :confirm="confirm" :waits="reason.trim().length < 3 ? 'a reason' : null" :run="() => run(reason.trim())">
    <p>{{ text }}</p>
    <label>
      {{ label }}
      <textarea v-model="reason" class="field-input" rows="3" autofocus required maxlength="1000" />
    </label>
  </ConfirmDialog>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
</style>
