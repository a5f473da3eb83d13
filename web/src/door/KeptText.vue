<script setup lang="ts">
import { ref, watch } from 'vue';
import { AskText } from '../look/index';

/** Words of the front door that are no detail of a row. What is typed stays until it is left, whatever arrives meanwhile. */
const props = defineProps<{ value: string; label: string; bare?: boolean }>();
const emit = defineEmits<{ change: [typed: string] }>();
const text = ref(props.value);
const focused = ref(false);
watch(
  () => props.value,
  (value) => {
    if (!focused.value) text.value = value;
  },
);
</script>

<template>
  <AskText v-model="text" :label="label" :bare="bare" @focus="focused = true" @blur="focused = false" @change="emit('change', text.trim())" />
</template>
