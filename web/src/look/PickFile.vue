<script setup lang="ts">
import { mdiPaperclip } from '@mdi/js';

/** A paper or photo to add: chosen, or dropped on the field; whoever uses it takes the files at once. */
defineOptions({ inheritAttrs: false });
defineProps<{ label: string; says: string; busy?: boolean }>();
const emit = defineEmits<{ picked: [files: File[]] }>();
function take(files: File | File[] | null): void {
  const all = Array.isArray(files) ? files : files ? [files] : [];
  if (all.length > 0) emit('picked', all);
}
</script>

<template>
  <v-file-input
    v-bind="$attrs"
    class="pick"
    :model-value="null"
    :aria-label="label"
    :placeholder="says"
    persistent-placeholder
    prepend-icon=""
    :prepend-inner-icon="mdiPaperclip"
    accept="application/pdf,image/jpeg,image/png"
    :loading="busy"
    :clearable="false"
    @update:model-value="take"
  >
    <!-- Nothing here loads: without this the kit draws a bar in every field, and measures the page for it. -->
    <template v-if="!busy" #loader />
  </v-file-input>
</template>

<style scoped>
/* It is pressed, not typed in. */
.pick :deep(input::placeholder) {
  color: var(--teal);
  opacity: 1;
  font-weight: 600;
}
.pick :deep(.v-field) {
  color: var(--teal);
  cursor: pointer;
}
</style>
