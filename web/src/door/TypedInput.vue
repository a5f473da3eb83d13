<script setup lang="ts">
import { ref, watch } from 'vue';

/** A field of the front door. What is typed stays until it is left, whatever arrives meanwhile; what can't be a value stays to be corrected. */
const props = defineProps<{ value: string }>();
const emit = defineEmits<{ change: [typed: string] }>();
const text = ref(props.value);
const focused = ref(false);
watch(
  () => props.value,
  (value) => {
    if (!focused.value) text.value = value;
  },
);
function left(): void {
  focused.value = false;
}
</script>

<template>
  <input v-model="text" @focus="focused = true" @change.stop="emit('change', text.trim())" @blur="left" />
</template>
