<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import type { Entity } from '@cavren/core';
import { mdiContentCopy, mdiPlus, mdiTrashCanOutline } from '@mdi/js';
import { computed, nextTick, ref, useSlots, watch } from 'vue';
import { useDesk } from '../session/index';
import { fieldOf } from '@cavren/core';
import { isFigure, labelOf, saidValue } from '../words/index';
import { controlOf, controlsIn, focusOn, inOpenList, NeededNow } from '../look/index';
import { useEditing } from './editing';
import Field from './Field.vue';
import { kept } from './kept';
import { nameIn, type Option } from './options';

/**
 * Rows of one kind: each a line to read, and fields where one works. Enter goes on, from the last field of a row to the next
 * row, from that of the last row to a new one; Escape makes a row a line again, Ctrl+D copies, Ctrl+Delete removes,
 * Ctrl+Shift+↓ puts what stands in a field into every row below.
 */
export interface Column {
  field: string;
  /** Where the grid says it otherwise than the description of the detail. */
  label?: string;
  /** Choices that the file, its product or its place gives. */
  options?: Option[];
  width?: string;
}
const props = withDefaults(
  defineProps<{
    entity: Exclude<Entity, 'request'>;
    rows: { id: string }[];
    columns: Column[];
    fresh: Record<string, FieldValue>;
    addLabel: string;
    locked: boolean;
    empty: string;
    /** Rows with something below them that is asked whether one works in them or not. */
    asks?: (row: { id: string }) => boolean;
    /** All that the slots of a line show beside the row itself; a line is drawn again only when one of these has changed. */
    facts?: (row: { id: string }) => unknown[];
    /** How many columns the slots add beside those that are given, where it is more than one. */
    cells?: number;
    /** Without the reminder of keys, where another grid near by has it. */
    quiet?: boolean;
  }>(),
  { asks: () => false },
);
const editing = useEditing();
const desk = useDesk();
const slots = useSlots();
const table = ref<HTMLElement | null>(null);

/** A row shows its fields while one works in it, and while something in it is wrong or has to be said; else it is a line to read. */
const isOpen = ({ id }: { id: string }): boolean => editing.working.value === id || held.value.has(id);
/** While no row shows fields, lines that are written their own way need no heads above them. */
const asLines = computed(() => Boolean(slots['line']) && !props.rows.some(isOpen));
const held = computed(() => {
  const subjects = [...editing.problems.keys(), ...editing.asking];
  return new Set(subjects.map((subject) => subject.split('/')).flatMap(([entity, id]) => (entity === props.entity && id !== undefined ? [id] : [])));
});
// What is being typed is left before its field goes.
watch(editing.working, () => {
  const { activeElement } = document;
  if (activeElement instanceof HTMLElement && table.value?.contains(activeElement)) activeElement.blur();
});

const nameOf = (id: string): string => (editing.file.value ? nameIn(editing.file.value, id) : '');
function textOf(row: { id: string }, { field, options }: Column): string {
  const value = (row as Record<string, unknown>)[field];
  const described = fieldOf(props.entity, field);
  const option = options?.find((one) => one.value === value);
  return option?.short ?? option?.label ?? (described ? saidValue(described, value, editing.writing.value, nameOf) : '');
}
const isNeeded = (row: { id: string }, { field }: Column): boolean =>
  editing.needed.value.has(`${row.id}.${field}`) && ((row as Record<string, unknown>)[field] ?? null) === null;
/** Details of a row that the next gate waits for. */
const neededIn = (row: { id: string }): string[] => [...editing.needed.value].filter((anchor) => anchor.startsWith(`${row.id}.`));
const needs = (row: { id: string }): number => neededIn(row).length;
const said = (row: { id: string }): string =>
  `Work in ${[...props.columns.map((column) => textOf(row, column)), needs(row) > 0 ? `${needs(row)} needed now` : ''].filter(Boolean).join(', ') || props.addLabel}`;

/** All columns: those that are given, those of the slots, and that of the row's own buttons. */
const span = computed(() => props.columns.length + (props.cells ?? (slots['heads'] ? 1 : 0)) + 1);
const showsMore = computed(() => Boolean(slots['line'] ?? slots['cells']));
/** What a row was drawn from. A line whose parts are all the same stays as it is, so that thirty of them cost a key nothing. */
function drawnFrom(row: { id: string }): unknown[] {
  if (isOpen(row) || props.asks(row) || (showsMore.value && !props.facts)) return [{}];
  return [row, stable.value, editing.file.value?.people, neededIn(row).join(' '), ...(props.facts?.(row) ?? [])];
}
/** The columns, the same objects for as long as they say the same. */
const stable = computed<Column[]>((before) => kept(before, [...props.columns]));

const fieldAt = (id: string, field = ''): HTMLElement | null => table.value?.querySelector<HTMLElement>(`[data-anchor="${id}.${field}"]`) ?? null;
/** Opens a row at one of its fields, or at its first. */
async function work(row: { id: string }, field?: string): Promise<void> {
  editing.working.value = row.id;
  await nextTick();
  focusOn(fieldAt(row.id, field) ?? fieldAt(row.id, props.columns[0]?.field));
}
/** Back to the line, which keeps the focus. */
async function close(row: { id: string }): Promise<void> {
  (document.activeElement as HTMLElement | null)?.blur();
  editing.working.value = null;
  await nextTick();
  table.value?.querySelector<HTMLElement>(`[data-anchor-row="${row.id}"] .line`)?.focus();
}

async function add(values = props.fresh): Promise<void> {
  const id = editing.add(props.entity, values);
  await nextTick();
  const first = props.columns.find(({ field }) => values[field] === undefined || values[field] === null) ?? props.columns[0];
  focusOn(fieldAt(id, first?.field));
}
const KEPT: readonly string[] = ['string', 'number', 'boolean'];
function copy(row: { id: string }): void {
  const values = Object.entries(row).filter(([field]) => field !== 'id' && field !== 'createdAt');
  void add({ ...props.fresh, ...(Object.fromEntries(values.filter(([, value]) => KEPT.includes(typeof value))) as Record<string, FieldValue>) });
}
/** What stands in a field goes into the same field of every row below. */
function fillDown(row: { id: string }, target: EventTarget | null): void {
  const anchor = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-anchor]')?.dataset['anchor'] : undefined;
  const field = anchor?.startsWith(`${row.id}.`) ? anchor.slice(row.id.length + 1) : undefined;
  if (!field || fieldOf(props.entity, field)?.kind === 'hidden') return;
  // What is being typed is left first, so that it is what goes down.
  (target as HTMLElement).blur();
  const now = props.rows.find(({ id }) => id === row.id) as Record<string, FieldValue> | undefined;
  const below = props.rows.slice(props.rows.findIndex(({ id }) => id === row.id) + 1);
  const value = now?.[field] ?? null;
  const changes = below.map(({ id }) => ({ op: 'set' as const, entity: props.entity, id, field, value }));
  if (changes.length > 0) editing.change('filled down', changes);
  void work(row, field);
}
/** The last field that can be worked in of a row and of what stands under it. */
const isLastField = (target: EventTarget | null): boolean =>
  controlsIn(target instanceof HTMLElement ? target.closest('tbody') : null, false).at(-1) === (controlOf(target) ?? undefined);
function onKey(event: KeyboardEvent, row: { id: string }): void {
  if (props.locked || inOpenList(event)) return;
  if (event.ctrlKey && event.key === 'd') {
    event.preventDefault();
    (event.target as HTMLElement).blur();
    copy(row);
  } else if (event.ctrlKey && event.shiftKey && event.key === 'ArrowDown') {
    event.preventDefault();
    fillDown(row, event.target);
  } else if (event.ctrlKey && event.key === 'Delete') {
    event.preventDefault();
    editing.remove(props.entity, row.id);
  } else if (event.key === 'Escape' && editing.working.value === row.id) {
    event.stopPropagation();
    void close(row);
  } else if (event.key === 'Enter' && isLastField(event.target)) {
    event.preventDefault();
    event.stopPropagation();
    (event.target as HTMLElement).blur();
    const next = props.rows[props.rows.indexOf(row) + 1];
    void (next ? work(next) : add());
  }
}
</script>

<template>
  <div ref="table">
    <v-table v-if="rows.length > 0" class="grid-table">
      <thead>
        <tr>
          <th
            v-for="column in stable"
            :key="column.field"
            scope="col"
            :class="{ figure: isFigure(fieldOf(entity, column.field)) }"
            :style="column.width ? { width: column.width } : {}"
          >
            <span :class="{ 'd-sr-only': asLines }">{{ column.label ?? labelOf(entity, column.field) }}</span>
          </th>
          <slot name="heads" />
          <th scope="col"><span class="d-sr-only">Row</span></th>
        </tr>
      </thead>
      <tbody
        v-for="row in rows"
        :key="row.id"
        v-memo="drawnFrom(row)"
        :class="{ grouped: $slots['under'] && isOpen(row), worked: isOpen(row) }"
        @keydown.capture="onKey($event, row)"
      >
        <tr :data-anchor-row="row.id" :class="{ 'closed hovered': !isOpen(row) }">
          <template v-if="isOpen(row)">
            <td v-for="column in stable" :key="column.field">
              <Field
                :id="row.id"
                :entity="entity"
                :field="column.field"
                v-bind="column.label === undefined ? {} : { label: column.label }"
                :options="column.options"
                :locked="locked"
                bare
              />
            </td>
          </template>
          <td v-else-if="$slots['line']" :colspan="columns.length" @click="work(row)">
            <button type="button" class="line d-flex align-baseline gc-3 w-100" :aria-label="said(row)">
              <slot name="line" :row="row" :text-of="textOf" />
              <NeededNow v-if="needs(row) > 0">{{ needs(row) }} needed now</NeededNow>
            </button>
          </td>
          <template v-else>
            <td
              v-for="(column, at) in stable"
              :key="column.field"
              :class="{ figure: isFigure(fieldOf(entity, column.field)), due: isNeeded(row, column) }"
              @click="work(row, column.field)"
            >
              <button v-if="at === 0" type="button" class="line" :aria-label="said(row)">{{ textOf(row, column) || '—' }}</button>
              <template v-else>{{ textOf(row, column) || '—' }}</template>
            </td>
          </template>
          <slot name="cells" :row="row" />
          <td class="text-right text-no-wrap">
            <template v-if="isOpen(row) && !locked && desk.may('details.write')">
              <v-btn :icon="mdiContentCopy" size="x-small" variant="text" aria-label="Copy this row" title="Copy this row (Ctrl+D)" @click="copy(row)" />
              <v-btn
                :icon="mdiTrashCanOutline"
                size="x-small"
                variant="text"
                aria-label="Remove this row"
                title="Remove this row (Ctrl+Delete)"
                @click="editing.remove(entity, row.id)"
              />
            </template>
          </td>
        </tr>
        <tr v-if="$slots['under'] && isOpen(row)" class="under">
          <td :colspan="span"><slot name="under" :row="row" /></td>
        </tr>
        <tr v-if="$slots['below'] && asks(row)" class="under">
          <td :colspan="span"><slot name="below" :row="row" :open="isOpen(row)" /></td>
        </tr>
      </tbody>
    </v-table>
    <p v-else class="soft">{{ empty }}</p>
    <p v-if="!locked && desk.may('details.write')" class="row-actions mt-2">
      <v-btn size="small" :prepend-icon="mdiPlus" :data-anchor="`add-${entity}`" @click="add()">{{ addLabel }}</v-btn>
      <slot name="more" />
      <span v-if="rows.length > 0 && !quiet" class="soft text-small">
        <kbd>Enter</kbd>
        next field
        <kbd>Ctrl+D</kbd>
        copy
        <kbd>Ctrl+Delete</kbd>
        remove
        <kbd>Ctrl+Shift+↓</kbd>
        fill down
      </span>
    </p>
  </div>
</template>

<style scoped>
/* Each column's width is given or shared, so that a key in one row needs no other row to be measured again. */
.grid-table :deep(table) {
  table-layout: fixed;
}
th:last-child {
  width: 64px;
}
/* Words after a figure that ends at its right edge. */
.grid-table :deep(.figure + :is(td, th):not(.figure, :last-child)) {
  padding-left: 18px;
}
.worked > tr > :is(td, :deep(td)) {
  padding: 3px 2px;
  background: var(--paper);
}
.worked :deep(.v-field) {
  --v-field-padding-start: 5px;
  --v-field-padding-end: 4px;
  font-size: 0.9rem;
}
.grouped tr:first-child > :is(td, :deep(td)),
.closed:has(+ .under) > :is(td, :deep(td)) {
  border-bottom: 0;
}
.closed,
.line {
  cursor: text;
}
.closed td.due {
  border-left: 4px solid var(--ember);
}
@media (width < 1100px) {
  .closed > :is(td, :deep(td)) {
    padding: 4px 3px;
    font-size: 0.86rem;
    overflow-wrap: anywhere;
  }
}
</style>
