<script setup lang="ts">
import { computed } from 'vue';

const props = defineProps<{ page: number; size: number; total: number }>();
const emit = defineEmits<{ go: [page: number] }>();
const pages = computed(() => Math.max(1, Math.ceil(props.total / props.size)));
const from = computed(() => (props.total === 0 ? 0 : (props.page - 1) * props.size + 1));
const to = computed(() => Math.min(props.total, props.page * props.size));
</script>

<template>
  <nav class="pager" aria-label="Pages">
    <span class="soft">{{ from }}–{{ to }} of {{ total.toLocaleString('en-US') }}</span>
    <v-btn size="small" :disabled="page <= 1" @click="emit('go', page - 1)">Previous</v-btn>
    <v-btn size="small" :disabled="page >= pages" @click="emit('go', page + 1)">Next</v-btn>
  </nav>
</template>

<style scoped>
.pager {
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 10px;
  padding: 10px 0;
}
</style>
