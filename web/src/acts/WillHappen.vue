<script setup lang="ts">
import ConfirmDialog from './ConfirmDialog.vue';

/** Shows what will happen before it does, where it leaves the house or can't be undone: to whom, how much, which words. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string; happens: readonly { what: string; to: string }[]; confirm: string; run: () => Promise<unknown> }>();
</script>

<template>
  <ConfirmDialog v-model="open" :title="title" :confirm="confirm" :run="run" confirm-first>
    <dl>
      <template v-for="{ what, to } in happens" :key="what">
        <dt>{{ what }}</dt>
        <dd>{{ to }}</dd>
      </template>
    </dl>
  </ConfirmDialog>
</template>

<style scoped>
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
