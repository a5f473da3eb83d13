<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import { formatDate, formatMoney, parseDate, parseMoney, type Entity, type Minor } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { useDesk } from '../session/store';
import { subjectOf, useEditing } from './editing';

/** One field of a file: shows what is there, reads what people type, saves when it is left, says what is wrong at itself. */
const props = defineProps<{
  entity: Entity;
  id?: string | null;
  field: string;
  label: string;
  kind?: 'text' | 'money' | 'date' | 'choice' | 'whole' | 'decimal' | 'yesNo' | 'hidden';
  options?: { value: string; label: string }[];
  bare?: boolean;
  hint?: string;
  needed?: boolean;
  locked?: boolean;
}>();
const editing = useEditing();
const desk = useDesk();
const rowId = computed<string | null>(() => props.id ?? null);
const kind = computed(() => props.kind ?? 'text');
const anchor = computed(() => (props.id ? `${props.id}.${props.field}` : props.field));
const subject = computed(() => subjectOf({ op: 'set', entity: props.entity, id: rowId.value, field: props.field, value: null }));
const problem = computed(() => editing.problems.get(subject.value) ?? '');
const disabled = computed(() => props.locked || !desk.may('details.write'));

const PARTS = { person: 'people', home: 'homes', income: 'incomes', livingCost: 'livingCosts', debt: 'debts', asset: 'assets' } as const;
const stored = computed<unknown>(() => {
  const { file } = editing;
  if (!file.value) return null;
  const row = props.entity === 'request' ? file.value.request : file.value[PARTS[props.entity]].find(({ id }) => id === props.id);
  return (row as unknown as Record<string, unknown> | undefined)?.[props.field] ?? null;
});
const shown = computed(() => show(stored.value));
const text = ref(shown.value);
const focused = ref(false);
watch(shown, (value) => {
  if (!focused.value && !problem.value) text.value = value;
});

function show(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (kind.value === 'money') return formatMoney(value as Minor);
  if (kind.value === 'date') return formatDate(value as string, editing.file.value?.pack.dateOrder ?? 'mdy');
  if (kind.value === 'hidden') return `•••• ${(value as { tail: string }).tail}`;
  return typeof value === 'string' ? value : JSON.stringify(value);
}

type Reading = { value: FieldValue } | { problem: string };
function read(raw: string): Reading {
  const trimmed = raw.trim();
  if (trimmed === '') return { value: null };
  switch (kind.value) {
    case 'money': {
      const amount = parseMoney(trimmed);
      return amount === null ? { problem: 'Give an amount like 1,250.00' } : { value: amount };
    }
    case 'date': {
      const { file, view } = editing;
      const date = file.value && view.value ? parseDate(trimmed, file.value.pack.dateOrder, view.value.today) : null;
      return date === null ? { problem: 'Give a date like 4/30/1990' } : { value: date };
    }
    case 'whole':
      return /^\d{1,6}$/.test(trimmed) ? { value: Number(trimmed) } : { problem: 'Give a whole number' };
    case 'decimal':
      return /^\d{1,5}(\.\d{1,2})?$/.test(trimmed) ? { value: Number(trimmed) } : { problem: 'Give a number like 37.5' };
    default:
      return { value: trimmed };
  }
}

function typed(): void {
  const reading = read(text.value);
  if ('value' in reading && kind.value !== 'hidden') editing.type(props.entity, rowId.value, props.field, reading.value);
}

function left(): void {
  focused.value = false;
  if (text.value === shownBefore) {
    editing.forget(props.entity, rowId.value, props.field);
    return;
  }
  const reading = read(text.value);
  if ('problem' in reading) {
    editing.refuse(props.entity, rowId.value, props.field, reading.problem);
    return;
  }
  editing.leave(props.entity, rowId.value, props.field, reading.value);
  if (kind.value !== 'hidden') text.value = show(reading.value);
}

let shownBefore = '';
function entered(event: FocusEvent): void {
  focused.value = true;
  shownBefore = problem.value ? '\u0000' : text.value;
  if (kind.value === 'hidden' && text.value.startsWith('••••')) {
    text.value = '';
    shownBefore = '';
  }
  if (event.target instanceof HTMLInputElement && kind.value !== 'hidden') event.target.select();
}
function leftHidden(): void {
  focused.value = false;
  if (text.value === '') {
    text.value = shown.value;
    return;
  }
  left();
}
function chosen(event: Event): void {
  const { value } = event.target as HTMLSelectElement;
  editing.leave(props.entity, rowId.value, props.field, value === '' ? null : value);
}
function ticked(event: Event): void {
  editing.leave(props.entity, rowId.value, props.field, (event.target as HTMLInputElement).checked);
}

async function reveal(): Promise<void> {
  const { api } = await import('../api/index');
  const answer = await api.post<{ number: string }>(`${editing.url}/reveal`, { entity: props.entity, id: rowId.value });
  text.value = answer.number;
  await editing.load();
}
</script>

<template>
  <div class="field" :class="{ bare }">
    <label v-if="!bare" :for="`f-${anchor}`">
      {{ label }}
      <span v-if="needed && stored === null" class="needed">needed now</span>
    </label>
    <select
      v-if="kind === 'choice'"
      :id="`f-${anchor}`"
      class="field-input"
      :class="{ wrong: problem }"
      :data-anchor="anchor"
      :aria-label="bare ? label : undefined"
      :aria-invalid="problem ? true : undefined"
      :disabled="disabled"
      :value="stored ?? ''"
      @change="chosen"
    >
      <option value="" />
      <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select>
    <span v-else-if="kind === 'yesNo'" class="tick">
      <input
        :id="`f-${anchor}`"
        type="checkbox"
        :data-anchor="anchor"
        :aria-label="bare ? label : undefined"
        :disabled="disabled"
        :checked="stored === true"
        @change="ticked"
      />
      <span>{{ stored === true ? 'yes' : 'no' }}</span>
    </span>
    <span v-else class="with-button">
      <input
        :id="`f-${anchor}`"
        v-model="text"
        class="field-input"
        :class="{ wrong: problem, figure: kind === 'money' || kind === 'whole' || kind === 'decimal', mono: kind === 'hidden' }"
        :data-anchor="anchor"
        :aria-label="bare ? label : undefined"
        :aria-invalid="problem ? true : undefined"
        :aria-describedby="problem ? `p-${anchor}` : undefined"
        :disabled="disabled"
        autocomplete="off"
        :inputmode="kind === 'money' || kind === 'decimal' ? 'decimal' : kind === 'whole' ? 'numeric' : undefined"
        :placeholder="focused ? (kind === 'date' ? 'month/day/year' : kind === 'hidden' ? shown : '') : ''"
        @focus="entered"
        @input="typed"
        @blur="kind === 'hidden' ? leftHidden() : left()"
      />
      <button v-if="kind === 'hidden' && stored !== null && text.startsWith('•') && desk.may('number.reveal')" type="button" class="reveal" @click="reveal">
        Show
      </button>
    </span>
    <span v-if="problem" :id="`p-${anchor}`" class="problem" role="alert">{{ problem }}</span>
    <span v-else-if="hint" class="hint">{{ hint }}</span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}
label {
  font-size: 0.85rem;
  font-weight: 600;
}
.needed {
  margin-left: 4px;
  padding: 0 4px;
  border-radius: 2px;
  font-weight: 600;
  font-size: 0.75rem;
  color: var(--ember);
  background: var(--ember-soft);
}
.problem {
  color: var(--ember);
  font-weight: 600;
  font-size: 0.82rem;
}
.hint {
  color: var(--ink-soft);
  font-size: 0.82rem;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  height: 32px;
}
.tick input {
  width: 18px;
  height: 18px;
  accent-color: var(--teal);
}
.with-button {
  display: flex;
  position: relative;
}
.reveal {
  position: absolute;
  right: 4px;
  top: 4px;
  height: 24px;
  border: 0;
  background: var(--teal-soft);
  color: var(--ink);
  font: 600 0.8rem var(--text);
  border-radius: 2px;
  cursor: pointer;
}
</style>
