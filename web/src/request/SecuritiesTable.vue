<script setup lang="ts">
import { lendingValueTerms, moneyIn, SECURITY_KIND_LABEL, total, type FileState } from '@cavren/core';
import { computed } from 'vue';
import { Field, Rows, optionsOf, useShown, type Column } from '../file/index';

/** What the lender can fall back on, what is charged on it already, and how much may be lent on it. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const { showDate } = useShown();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const shares = computed(() => props.file.product.costs?.securities ?? {});
const columns = computed<Column[]>(() => [
  {
    field: 'kind',
    label: 'Security',
    width: '22%',
    options: optionsOf(SECURITY_KIND_LABEL).filter(({ value }) => value in shares.value || props.file.securities.some(({ kind }) => kind === value)),
  },
  { field: 'description', label: 'What it is', width: '26%' },
  { field: 'value', label: 'Value', width: '15%' },
  { field: 'valueOn', label: 'Valued on', width: '14%' },
  { field: 'priorCharges', label: 'Charges before ours', width: '16%' },
]);
/** What is known of it beside its value: papers show it, and the agreement names it. */
const KNOWN = ['registration', 'owner', 'builtIn', 'builder', 'valuer', 'chargedTo', 'insurer', 'insuredUntil'] as const;
const lines = computed(() => lendingValueTerms(props.file));
function knownOf(row: { id: string }): string {
  const security = props.file.securities.find(({ id }) => id === row.id);
  if (!security) return '';
  const { registration, builtIn, owner, insuredUntil, chargedTo } = security;
  const known = [
    registration,
    builtIn === null ? null : `built ${builtIn}`,
    owner && `owned by ${owner}`,
    chargedTo && `charged to ${chargedTo}`,
    insuredUntil && `insured until ${showDate(insuredUntil)}`,
  ].filter(Boolean);
  return known.length > 0 ? ` · ${known.join(', ')}` : '';
}
const lineOf = (id: string) => lines.value.find(({ place }) => place?.anchor === `${id}.value`);
function shareOf(row: { id: string }): string {
  const kind = props.file.securities.find(({ id }) => id === row.id)?.kind ?? '';
  return `${((shares.value[kind] ?? 0) * 100).toFixed(0)} %`;
}
</script>

<template>
  <Rows
    entity="security"
    :rows="file.securities"
    :columns="columns"
    :fresh="{}"
    add-label="Security"
    :locked="locked"
    quiet
    :asks="(row) => lineOf(row.id) !== undefined"
    empty="Nothing is pledged: the loan is measured against the price."
  >
    <template #under="{ row }">
      <div class="fields my-2" style="--across: 4">
        <Field v-for="field in KNOWN" :id="row.id" :key="field" entity="security" :field="field" :locked="locked" />
      </div>
    </template>
    <template #below="{ row }">
      <span v-if="lineOf(row.id)" class="soft"
        >{{ shareOf(row) }} of its value less charges before ours: {{ money(lineOf(row.id)?.value ?? 0) }} may be lent on it{{ knownOf(row) }}</span
      >
    </template>
    <template v-if="lines.length > 1" #more>
      <b class="figure">{{ money(total(lines)) }} may be lent on all of them</b>
    </template>
  </Rows>
</template>
