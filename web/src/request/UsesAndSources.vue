<script setup lang="ts">
import { moneyIn, total, usesAndSources, type FileState, type Term } from '@cavren/core';
import { computed } from 'vue';
import { Field, Rows, type Column } from '../file/index';
import { Mark } from '../look/index';
import { useSay } from '../words/index';

const say = useSay();

/** What the money goes into on one side, where it comes from on the other; both must come to the same. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const table = computed(() => usesAndSources(props.file));
const useColumns: Column[] = [
  { field: 'what', label: 'Purpose', width: '60%' },
  { field: 'amount', label: 'Amount', width: '34%' },
];
const sourceColumns: Column[] = [
  { field: 'kind', label: 'Other source', width: '29%' },
  { field: 'what', label: 'From whom', width: '36%' },
  { field: 'amount', label: 'Amount', width: '29%' },
];
/** What is traded in can be owed on still: that much of its value pays nothing else. */
const tradedIn = (row: { id: string }) => props.file.sources.find(({ id, kind }) => id === row.id && kind === 'tradeIn');
function owedOn(row: { id: string }): string {
  const owed = tradedIn(row)?.owed ?? 0;
  return owed > 0 ? `less ${money(owed)} still owed on it` : 'nothing said to be owed on it';
}
/** Lines that follow from elsewhere in the file, beside those that are keyed here. */
const listed = (terms: Term[], rows: { id: string }[]): Term[] => terms.filter(({ place }) => !rows.some(({ id }) => place?.anchor.startsWith(`${id}.`)));
const otherUses = computed(() => listed(table.value.uses, props.file.uses));
const otherSources = computed(() => listed(table.value.sources, props.file.sources));
const paidOut = computed(() => (props.file.request.amount ?? 0) - table.value.withheld);
const lackingPrice = computed(() => Math.max(0, (props.file.request.price ?? 0) - props.file.uses.reduce((so, { amount }) => so + (amount ?? 0), 0)) || null);
const lackingSource = computed(() => Math.max(0, table.value.gap) || null);
</script>

<template>
  <div>
    <div class="fields" style="--across: 2">
      <div>
        <h3 class="my-1">What it pays for</h3>
        <Rows
          entity="use"
          :rows="file.uses"
          :columns="useColumns"
          :fresh="{ amount: lackingPrice }"
          add-label="Purpose"
          :locked="locked"
          quiet
          empty="One purpose: the price. List several here, and they add up to it."
        />
        <p v-for="line in otherUses" :key="say(line.label)" class="d-flex justify-space-between border-b py-1">
          <span>{{ say(line.label) }}</span>
          <span class="figure">{{ money(line.value) }}</span>
        </p>
        <p class="sum-line font-weight-bold">
          <span>In all</span>
          <span>{{ money(total(table.uses)) }}</span>
        </p>
      </div>
      <div>
        <h3 class="my-1">Where it comes from</h3>
        <Rows
          entity="source"
          :rows="file.sources"
          :columns="sourceColumns"
          :fresh="{ amount: lackingSource }"
          add-label="Other source"
          :locked="locked"
          quiet
          :asks="(row) => tradedIn(row) !== undefined"
          empty="Only the loan and the down payment."
        >
          <template #below="{ row, open }">
            <div v-if="open" class="fields my-2" style="--across: 2"><Field :id="row.id" entity="source" field="owed" :locked="locked" /></div>
            <span v-else class="soft">{{ owedOn(row) }}</span>
          </template>
        </Rows>
        <p v-for="line in otherSources" :key="say(line.label)" class="d-flex justify-space-between border-b py-1">
          <span>{{ say(line.label) }}</span>
          <span class="figure">{{ money(line.value) }}</span>
        </p>
        <p class="sum-line font-weight-bold">
          <span>In all</span>
          <span>{{ money(total(table.sources)) }}</span>
        </p>
      </div>
    </div>
    <v-alert v-if="table.stated" class="note mt-2" :class="table.gap === 0 ? 'lichen' : 'ember'" role="status">
      <Mark :kind="table.gap === 0 ? 'settled' : 'blocked'" />
      {{
        table.gap === 0
          ? table.withheld > 0
            ? `Both sides come to the same. ${money(table.withheld)} of the loan are taken as fees, so ${money(paidOut)} are paid out: the applicant brings the rest.`
            : 'Both sides come to the same.'
          : table.gap > 0
            ? `${money(table.gap)} of what is paid for has no source yet.`
            : `Sources are ${money(-table.gap)} more than what is paid for.`
      }}
    </v-alert>
  </div>
</template>
