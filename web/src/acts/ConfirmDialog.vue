<script setup lang="ts">
import { ref, watch } from 'vue';

/** Something that is done once it is confirmed: what is shown before stands in it, what went wrong is said in it, and it closes when it is done. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  title: string;
  confirm: string;
  /** What has to come first; it can be confirmed without when there is none. */
  waits?: string | null;
  /** Whether the one thing to do is to confirm, so that the keys are there. */
  confirmFirst?: boolean;
  /** Does it, and throws what went wrong: the dialog says so, and keeps what was typed. */
  run: () => Promise<true>;
}>();
const problem = ref('');
const busy = ref(false);
watch(open, () => (problem.value = ''));
async function confirmIt(): Promise<void> {
  busy.value = true;
  try {
    await props.run();
    open.value = false;
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'That did not work.';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="620" :aria-label="title">
    <form class="sheet box" @submit.prevent="confirmIt">
      <h2>{{ title }}</h2>
      <slot />
      <v-alert v-if="problem" class="note ember">{{ problem }}</v-alert>
      <p class="row-actions">
        <v-btn type="submit" variant="flat" :autofocus="confirmFirst" :loading="busy" :disabled="!!waits">{{ confirm }}</v-btn>
        <v-btn @click="open = false">Leave it</v-btn>
        <span v-if="waits" class="soft">waits for {{ waits }}</span>
      </p>
    </form>
  </v-dialog>
</template>
