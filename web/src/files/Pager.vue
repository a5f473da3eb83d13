<script setup lang="ts">
import { computed } from 'vue';

/** Where one is in a list of many pages. */
const props = defineProps<{ page: number; size: number; total: number }>();
const emit = defineEmits<{ go: [page: number] }>();
const pages = computed(() => Math.max(1, Math.ceil(props.total / props.size)));
const from = computed(() => (props.total === 0 ? 0 : (props.page - 1) * props.size + 1));
const to = computed(() => Math.min(props.total, props.page * props.size));
</script>

<template>
  <div class="d-flex justify-end align-center ga-3 py-2">
    <span class="soft">{{ from }}–{{ to }} of {{ total.toLocaleString('en-US') }}</span>
    <v-pagination v-if="pages > 1" :model-value="page" :length="pages" aria-label="Pages" @update:model-value="emit('go', $event)" />
  </div>
</template>
