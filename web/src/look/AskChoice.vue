<script setup lang="ts" generic="T extends string">
import Labelled from './Labelled.vue';

/** A choice that is no detail of a file: a filter, a way, a language. */
defineOptions({ inheritAttrs: false });
const chosen = defineModel<T>({ required: true });
defineProps<{ label: string; items: readonly { value: T; label: string }[]; bare?: boolean; error?: string | undefined; hint?: string | undefined }>();
</script>

<template>
  <Labelled v-slot="{ named }" :label="label" :bare="bare" :class="$attrs['class']">
    <v-select v-model="chosen" v-bind="{ ...$attrs, class: 'field-input', ...named }" :items="items" :error-messages="error" :messages="hint">
      <!-- Nothing here loads: without this the kit draws a bar in every field, and measures the page for it. -->
      <template #loader />
    </v-select>
  </Labelled>
</template>
