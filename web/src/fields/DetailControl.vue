<script setup lang="ts">
import type { Field } from '@cavren/core';
import { computed } from 'vue';
import { isFigure } from '../words/index';
import { isMeant, type Choice } from './find';

/** The kit's control for a detail, by its description: the same at the desk and at the front door. Who uses it says when a value is kept. */
defineOptions({ inheritAttrs: false });
const text = defineModel<string>('text', { required: true });
const props = defineProps<{
  described: Field;
  /** Its id and name, from the label above it. */
  named: Record<string, string | undefined>;
  value: unknown;
  choices: readonly Choice[];
  /** What an empty choice stands for. */
  empty?: string | undefined;
  /** The words beside a box to tick; without them it says yes or no. */
  tick?: string | undefined;
  problem?: string | undefined;
  hint?: string | undefined;
}>();
const emit = defineEmits<{ chosen: [value: string | boolean | null] }>();
const CHOSEN: readonly string[] = ['choice', 'person', 'people'];
/** Longer lists are searched by typing. */
const SEARCHED_FROM = 40;
const DECIMAL: readonly string[] = ['money', 'profit', 'decimal', 'share', 'percent'];
const kind = computed(() => props.described.kind);
const items = computed(() => [{ value: '', label: props.empty ?? '—' }, ...props.choices]);
const chosen = computed(() => (typeof props.value === 'string' ? props.value : props.empty ? '' : null));
const inputmode = computed(() => (DECIMAL.includes(kind.value) ? 'decimal' : kind.value === 'whole' ? 'numeric' : undefined));
/** What is chosen of a long list, in the little room that a line has. */
function shortOf(item: unknown): string {
  const of = item as { value?: unknown; title?: string };
  const choice = props.choices.find(({ value }) => value === of.value);
  return choice?.short ?? choice?.label ?? of.title ?? '';
}
const finds = (_: string, typed: string, item?: { value?: unknown; title?: string }): boolean =>
  isMeant(props.choices, { value: typeof item?.value === 'string' ? item.value : '', label: item?.title ?? '' }, typed);
/** A message of the kit, or none. */
const messages = computed(() => (props.problem ? { errorMessages: props.problem } : props.hint ? { messages: props.hint } : { hideDetails: true }));
</script>

<template>
  <v-autocomplete
    v-if="CHOSEN.includes(kind) && choices.length > SEARCHED_FROM"
    v-bind="{ ...$attrs, ...named, ...messages }"
    class="field-input"
    auto-select-first
    :custom-filter="finds"
    :items="items"
    :model-value="chosen"
    @update:model-value="emit('chosen', $event === '' ? null : $event)"
  >
    <template #selection="{ item }">{{ shortOf(item) }}</template>
    <!-- Nothing here loads: without this the kit draws a bar in every field, and measures the page for it. -->
    <template #loader />
  </v-autocomplete>
  <v-select
    v-else-if="CHOSEN.includes(kind)"
    v-bind="{ ...$attrs, ...named, ...messages }"
    class="field-input"
    :items="items"
    :model-value="chosen"
    @update:model-value="emit('chosen', $event === '' ? null : $event)"
  >
    <template #loader />
  </v-select>
  <v-checkbox
    v-else-if="kind === 'yesNo'"
    v-bind="{ ...$attrs, ...messages, id: named['id'], 'aria-label': named['aria-label'] }"
    class="field-input"
    :label="tick ?? (value === true ? 'yes' : 'no')"
    :model-value="value === true"
    @update:model-value="emit('chosen', $event === true)"
  />
  <v-text-field
    v-else
    v-model="text"
    v-bind="{ ...$attrs, ...named, ...messages }"
    class="field-input"
    :class="{ figure: isFigure(described), secret: kind === 'hidden' }"
    :autocomplete="($attrs['autocomplete'] as string | undefined) ?? 'off'"
    :inputmode="inputmode"
  >
    <template v-if="$slots['default']" #append-inner><slot /></template>
    <template #loader />
  </v-text-field>
</template>

<style scoped>
.figure :deep(input) {
  text-align: right;
}
.secret :deep(input) {
  font-family: var(--mono);
}
</style>
