<script setup lang="ts">
import { AskText } from '../look/index';
import { typedText } from './typed';

/** Words of the front door that are no detail of a row. What is typed stays until it is left, whatever arrives meanwhile. */
const props = defineProps<{ value: string; label: string; bare?: boolean }>();
const emit = defineEmits<{ change: [typed: string] }>();
const { text, focused } = typedText(() => props.value);
</script>

<template>
  <AskText v-model="text" :label="label" :bare="bare" @focus="focused = true" @blur="focused = false" @change="emit('change', text.trim())" />
</template>
