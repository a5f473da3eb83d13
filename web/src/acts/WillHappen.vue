<script setup lang="ts">
import { ref, watch } from 'vue';

/** Shows what will happen before it does, where it leaves the house or can't be undone: to whom, how much, which words. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ title: string; happens: readonly { what: string; to: string }[]; confirm: string; run: () => Promise<unknown> }>();
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
      <dl>
        <template v-for="{ what, to } in happens" :key="what">
          <dt>{{ what }}</dt>
          <dd>{{ to }}</dd>
        </template>
      </dl>
      <v-alert v-if="problem" type="error">{{ problem }}</v-alert>
      <p class="row-actions">
        <v-btn type="submit" variant="flat" autofocus :loading="busy">{{ confirm }}</v-btn>
        <v-btn @click="open = false">Leave it</v-btn>
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
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 6px 16px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  white-space: pre-line;
}
</style>
