<script setup lang="ts">
import type { SheetOffer } from './sheets';

/** What opens from the strip beside its figures; drawn apart from them, since they change with every key. */
defineProps<{ sheets: SheetOffer[]; hidden: number; more: boolean }>();
const emit = defineEmits<{ open: [name: SheetOffer['name']]; more: [] }>();
</script>

<template>
  <div class="sheets d-grid align-content-center justify-items-start">
    <v-btn v-for="{ name, label, call } in sheets" :key="name" size="x-small" variant="text" :color="call ? 'error' : 'primary'" @click="emit('open', name)">
      {{ label }}
    </v-btn>
    <v-btn v-if="hidden > 0" size="x-small" variant="text" :aria-expanded="more" @click="emit('more')">{{ more ? 'Fewer' : `${hidden} more` }}</v-btn>
  </div>
</template>

<style scoped>
.sheets {
  grid-column: -2 / -1;
  grid-row: 1;
  grid-template-columns: 1fr 1fr;
}
</style>
