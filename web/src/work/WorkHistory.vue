<script setup lang="ts">
import { applicantsOf, hasConsent, personName, WORK_KIND_LABEL } from '@cavren/core';
import { mdiCashPlus } from '@mdi/js';
import { nanoid } from 'nanoid';
import { computed, nextTick } from 'vue';
import { HistoryBand, Rows, peopleOptions, useEditing, type ChapterProps, type Column } from '../file/index';
import { focusOn } from '../look/index';
import { useDesk } from '../session/index';
import { listed } from '../words/index';

/** What somebody did for a living through the asked years; an income is taken from a job with one key, not keyed again. */
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: '15%' },
  { field: 'kind', label: 'What', width: '14%' },
  { field: 'employer', label: 'Employer', width: '20%' },
  { field: 'position', label: 'As', width: '13%' },
  { field: 'phone', label: 'Their phone', width: '13%' },
  { field: 'since', label: 'Since', width: '12%' },
  { field: 'until', label: 'Until', width: '12%' },
]);
/** Whose employers may not be asked, where the product wants a consent to that. */
const notToAsk = computed(() => {
  const { employerConsent } = props.file.product;
  if (employerConsent === null) return '';
  const named = props.file.people.filter(({ id }) => props.file.works.some(({ personId, employer }) => personId === id && employer !== null));
  return listed(named.filter(({ id }) => !hasConsent(props.file, id, employerConsent)).map(personName));
});
const { today } = editing;
const labelOf = (id: string): string => {
  const row = props.file.works.find((work) => work.id === id);
  const kind = row?.kind && row.kind in WORK_KIND_LABEL ? WORK_KIND_LABEL[row.kind] : 'Work';
  return row?.employer ?? kind;
};
const fresh = computed(() => {
  const applying = applicantsOf(props.file);
  const without = applying.find(({ id }) => !props.file.works.some(({ personId }) => personId === id));
  return { personId: (without ?? applying[0])?.id ?? '', kind: 'employed' };
});
/** Jobs of now from which no income was taken yet. */
const unpaid = computed(() =>
  props.file.works.filter(
    ({ until, kind, employer, personId }) =>
      until === null &&
      employer !== null &&
      (kind === 'employed' || kind === 'selfEmployed') &&
      !props.file.incomes.some((income) => income.personId === personId && income.source === employer),
  ),
);
/** An income for each job that has none yet; the first amount is in hand. */
async function takeAll(): Promise<void> {
  const rows = unpaid.value.map(({ personId, kind, employer, since }) => ({
    op: 'add' as const,
    entity: 'income' as const,
    id: nanoid(),
    values: { personId, kind: kind === 'selfEmployed' ? 'selfEmployed' : 'wage', source: employer, since },
  }));
  editing.change('income from work', rows);
  editing.working.value = rows[0]?.id ?? null;
  await nextTick();
  focusOn(document.querySelector<HTMLElement>(`[data-anchor="${rows[0]?.id ?? ''}.amount"]`));
}
</script>

<template>
  <section class="block">
    <h2>Work</h2>
    <HistoryBand :file="file" :rule="file.product.histories.work" entity="work" :today="today" :rows="file.works" :label-of="labelOf" />
    <v-alert v-if="notToAsk" class="note mb-2" role="note"
      >Not to be called or written to: the employers of {{ notToAsk }}, who didn’t agree that they are asked.</v-alert
    >
    <Rows
      entity="work"
      :rows="file.works"
      :columns="columns"
      :fresh="fresh"
      add-label="Work"
      :locked="locked"
      empty="No work yet; a time without work is entered too."
    >
      <template #more>
        <template v-if="!locked && desk.may('details.write')">
          <v-btn v-if="unpaid.length > 0" size="small" :prepend-icon="mdiCashPlus" @click="takeAll">
            Income from {{ unpaid.length === 1 ? unpaid[0]?.employer : 'each job' }}
          </v-btn>
        </template>
      </template>
    </Rows>
  </section>
</template>
