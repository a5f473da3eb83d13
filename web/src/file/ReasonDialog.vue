<script setup lang="ts">
import { ref, watch } from 'vue';

/** Asks for a reason before something is done. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ title: string; text: string; label: string; confirm: string; run: (reason: string) => Promise<unknown> }>();
const reason = ref('');
const problem = ref('');
const busy = ref(false);
watch(open, () => {
  reason.value = '';
  problem.value = '';
});
async function confirmIt(): Promise<void> {
  busy.value = true;
  try {
    await props.run(reason.value.trim());
    open.value = false;
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'That did not work.';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="560">
    <form class="sheet box" @submit.prevent="confirmIt">
      <h2>{{ title }}</h2>
      <p>{{ text }}</p>
      <label>
        {{ label }}
        <textarea v-model="reason" class="field-input" rows="3" autofocus required maxlength="1000" />
      </label>
      <p v-if="problem" class="note ember" role="alert">{{ problem }}</p>
      <p class="row-actions">
        <v-btn type="submit" variant="flat" :loading="busy" :disabled="reason.trim().length < 3">{{ confirm }}</v-btn>
        <v-btn @click="open = false">Leave it</v-btn>
        <span v-if="reason.trim().length < 3" class="soft">waits for a reason</span>
      </p>
    </form>
  </v-dialog>
</template>

<style scoped>
.box {
  padding: 20px;
  display: grid;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
</style>
