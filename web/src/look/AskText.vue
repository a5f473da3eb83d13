<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue';
import { focusOn } from './control';
import Labelled from './Labelled.vue';

/** Something to type that is no detail of a file: a reason, a search, a day of a certificate. */
defineOptions({ inheritAttrs: false });
const text = defineModel<string>({ required: true });
const props = defineProps<{
  label: string;
  bare?: boolean;
  rows?: number;
  error?: string | undefined;
  hint?: string | undefined;
  /** Whether the keys are here when it appears; at once, so that nobody who was quicker has them taken away. */
  autofocus?: boolean;
}>();
const place = useTemplateRef<{ $el: HTMLElement }>('place');
onMounted(() => props.autofocus && focusOn(place.value?.$el));
</script>

<template>
  <Labelled ref="place" v-slot="{ named }" :label="label" :bare="bare" :class="$attrs['class']">
    <!-- Nothing here loads: without this the kit draws a bar in every field, and measures the page for it. -->
    <v-textarea v-if="rows" v-model="text" v-bind="{ ...$attrs, class: 'field-input', ...named }" :rows="rows" :error-messages="error" :messages="hint">
      <template #loader />
    </v-textarea>
    <v-text-field v-else v-model="text" v-bind="{ ...$attrs, class: 'field-input', ...named }" :error-messages="error" :messages="hint">
      <template #loader />
    </v-text-field>
  </Labelled>
</template>
