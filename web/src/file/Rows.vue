<script setup lang="ts">
import type { FieldValue } from '@cavren/contract';
import type { Entity } from '@cavren/core';
import { mdiContentCopy, mdiPlus, mdiTrashCanOutline } from '@mdi/js';
import { nextTick, ref } from 'vue';
import { useDesk } from '../session/store';
import { fieldOf } from '@cavren/core';
import { labelOf } from '../words/labels';
import { isFigure } from '../words/values';
import { useEditing } from './editing';
import Field from './Field.vue';
import type { Option } from './options';

/** Rows of one kind as a grid. Enter goes on, and from the last field of the last row makes a new one; Ctrl+D copies, Ctrl+Delete removes. */
export interface Column {
  field: string;
  /** Where the grid says it otherwise than the description of the detail. */
  label?: string;
  /** Choices that the file, its product or its place gives. */
  options?: Option[];
  width?: string;
}
const props = defineProps<{
  entity: Exclude<Entity, 'request'>;
  rows: { id: string }[];
  columns: Column[];
  fresh: Record<string, FieldValue>;
  addLabel: string;
  locked: boolean;
  empty: string;
  /** Without the reminder of keys, where another grid near by has it. */
  quiet?: boolean;
}>();
const editing = useEditing();
const desk = useDesk();
const table = ref<HTMLElement | null>(null);

async function add(values = props.fresh): Promise<void> {
  const id = editing.add(props.entity, values);
  await nextTick();
  const first = props.columns.find(({ field }) => values[field] === undefined || values[field] === null) ?? props.columns[0];
  table.value?.querySelector<HTMLElement>(`[data-anchor="${id}.${first?.field ?? ''}"]`)?.focus();
}
const KEPT: readonly string[] = ['string', 'number', 'boolean'];
function copy(row: { id: string }): void {
  const values = Object.entries(row).filter(([field]) => field !== 'id' && field !== 'createdAt');
  void add({ ...props.fresh, ...(Object.fromEntries(values.filter(([, value]) => KEPT.includes(typeof value))) as Record<string, FieldValue>) });
}
/** The last field that can be typed in of a row and of what stands under it. */
function isLastField(target: HTMLElement): boolean {
  const fields = [...(target.closest('tbody')?.querySelectorAll<HTMLElement>('.field-input:not(:disabled):not([data-aside]), input[type=checkbox]') ?? [])];
  return fields.at(-1) === target;
}
function onKey(event: KeyboardEvent, row: { id: string }): void {
  if (props.locked) return;
  if (event.ctrlKey && event.key === 'd') {
    event.preventDefault();
    (event.target as HTMLElement).blur();
    copy(row);
  } else if (event.ctrlKey && event.key === 'Delete') {
    event.preventDefault();
    editing.remove(props.entity, row.id);
  } else if (event.key === 'Enter' && row === props.rows.at(-1) && isLastField(event.target as HTMLElement)) {
    event.preventDefault();
    event.stopPropagation();
    (event.target as HTMLElement).blur();
    void add();
  }
}
</script>

<template>
  <div ref="table">
    <table v-if="rows.length > 0" class="grid-table">
      <thead>
        <tr>
          <th
            v-for="column in columns"
            :key="column.field"
            scope="col"
            :class="{ figure: isFigure(fieldOf(entity, column.field)) }"
            :style="column.width ? { width: column.width } : {}"
          >
            {{ column.label ?? labelOf(entity, column.field) }}
          </th>
          <slot name="heads" />
          <th scope="col"><span class="unseen">Row</span></th>
        </tr>
      </thead>
      <tbody v-for="row in rows" :key="row.id" :class="{ grouped: $slots['under'] }" @keydown="onKey($event, row)">
        <tr :data-anchor-row="row.id">
          <td v-for="column in columns" :key="column.field">
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
          <slot name="cells" :row="row" />
          <td class="tools">
            <template v-if="!locked && desk.may('details.write')">
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
        <tr v-if="$slots['under']" class="under">
          <td :colspan="columns.length + 1 + ($slots['heads'] ? 1 : 0)"><slot name="under" :row="row" /></td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">{{ empty }}</p>
    <p v-if="!locked && desk.may('details.write')" class="row-actions foot">
      <v-btn size="small" :prepend-icon="mdiPlus" :data-anchor="`add-${entity}`" @click="add()">{{ addLabel }}</v-btn>
      <slot name="more" />
      <span v-if="rows.length > 0 && !quiet" class="soft keys">
        <kbd>Enter</kbd>
        next field
        <kbd>Ctrl+D</kbd>
        copy
        <kbd>Ctrl+Delete</kbd>
        remove
      </span>
    </p>
  </div>
</template>

<style scoped>
td,
th {
  padding: 3px 2px;
}
td :deep(.field-input) {
  padding: 0 5px;
  font-size: 0.9rem;
}
td :deep(select.field-input) {
  padding: 0 0 0 2px;
}
th.figure {
  padding-right: 8px;
}
.grouped tr:first-child > td,
.grouped tr:first-child > :deep(td) {
  border-bottom: 0;
  padding-top: 8px;
}
.grouped .under td {
  padding: 0 2px 10px;
}
.tools {
  white-space: nowrap;
  width: 50px;
  text-align: right;
}
.tools :deep(.v-btn) {
  width: 24px;
  height: 24px;
}
.foot {
  margin-top: 8px;
}
.keys {
  font-size: 0.82rem;
}
</style>
