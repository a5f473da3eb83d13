<script setup lang="ts">
import ConfirmDialog from './ConfirmDialog.vue';

/** Shows what will happen before it does, where it leaves the house or can't be undone: to whom, how much, which words. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string; happens: readonly { what: string; to: string }[]; confirm: string; run: () => Promise<true> }>();
</script>

<template>
  <ConfirmDialog v-model="open" :title="title" :confirm="confirm" :run="run" confirm-first>
    <dl class="pairs">
      <template v-for="{ what, to } in happens" :key="what">
        <dt>{{ what }}</dt>
        <dd>{{ to }}</dd>
      </template>
    </dl>
    <slot />
  </ConfirmDialog>
</template>
