<script setup lang="ts">
import type { FileItem } from '@cavren/contract';
import { addDays, dateInWords, formatMoney, HOLDER_LABEL, isoDate, STAGE_LABEL, type Holder } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { Mark } from '../look/index';
import Pager from './Pager.vue';
import { daysUntil, localToday } from './words';

/** Files, a page of them at a time as the server has it: what is due next of each, and with whom. */
const props = defineProps<{ items: FileItem[]; columns: ('owner' | 'amount' | 'received')[]; page: number; size: number; total: number }>();
const emit = defineEmits<{ go: [page: number] }>();
const router = useRouter();
/** Days before a decision has to be told on which lists begin to say so. */
const NEAR_DAYS = 10;
const NARROW = { class: 'one-line' };
const headers = computed(() =>
  [
    { key: 'due', title: 'Due', cellProps: NARROW },
    // A name stands on one line where there is room for it.
    { key: 'applicant', title: 'Applicant', ...(props.columns.length < 3 ? { minWidth: 168 } : {}) },
    { key: 'reference', title: 'Reference', cellProps: { class: 'mono one-line' } },
    { key: 'stage', title: 'Stage', cellProps: NARROW },
    { key: 'next', title: 'Next on the Path' },
    { key: 'with', title: 'With' },
    { key: 'amount', title: 'Amount', align: 'end' as const, cellProps: { class: 'figure' } },
    { key: 'received', title: 'Received', cellProps: NARROW },
    { key: 'owner', title: 'Officer', cellProps: NARROW },
  ]
    .filter(({ key }) => !['amount', 'received', 'owner'].includes(key) || props.columns.some((column) => column === key))
    .map((header) => ({ ...header, sortable: false })),
);
const dueOf = ({ nextDue, writes }: FileItem) => (nextDue ? daysUntil(nextDue, writes?.today ?? localToday()) : null);
/** By when the decision has to be told, where that is near, past, or stands still. */
function tellOf({ decideBy, writes }: FileItem): { text: string; late: boolean } | null {
  if (!decideBy) return null;
  const today = writes?.today ?? localToday();
  if (decideBy.heldUntil !== null && decideBy.heldUntil >= today)
    return { text: `to tell: stands still until ${dateInWords(decideBy.heldUntil)}`, late: false };
  const late = decideBy.by < today;
  return late || decideBy.by <= addDays(isoDate(today), NEAR_DAYS)
    ? { text: `${late ? 'should have been told' : 'to tell'} by ${dateInWords(decideBy.by)}`, late }
    : null;
}
const open = (_event: Event, { item }: { item: FileItem }): void => void router.push(`/files/${item.reference}`);
/** Money stands as the place of each file's product writes them. */
const moneyOf = ({ amount, writes }: FileItem): string => (amount === null ? '' : formatMoney(amount, writes ?? {}));
const holderOf = (name: string | null): string => (name ? HOLDER_LABEL[name as Holder] : '');
const keyOf = (item: FileItem): string => `${item.reference}${item.nextHolder ?? ''}`;
</script>

<template>
  <v-data-table-server
    class="sheet pressed"
    :headers="headers"
    :items="items"
    :items-length="total"
    :items-per-page="size"
    :page="page"
    :item-value="keyOf"
    @click:row="open"
  >
    <template #[`item.due`]="{ item }">
      <span v-if="dueOf(item)" :class="{ wrong: dueOf(item)?.late }">
        <Mark :kind="dueOf(item)?.late ? 'blocked' : 'waiting'" />
        {{ dueOf(item)?.text }}
      </span>
      <span v-else class="soft">—</span>
      <span v-if="tellOf(item)" class="text-small d-block" :class="tellOf(item)?.late ? 'wrong' : 'soft'">{{ tellOf(item)?.text }}</span>
    </template>
    <template #[`item.applicant`]="{ item }">
      <router-link :to="`/files/${item.reference}`" @click.stop>{{ item.applicant ?? 'Name not taken down yet' }}</router-link>
      <span class="soft text-small d-block">{{ item.product }}</span>
    </template>
    <template #[`item.stage`]="{ item }">{{ STAGE_LABEL[item.stage] }}</template>
    <template #[`item.next`]="{ item }">
      {{ speakerFor(item.writes)(item.nextWhat ?? '') }}
      <span v-if="item.openNow > 1" class="soft">and {{ item.openNow - 1 }} more</span>
    </template>
    <template #[`item.with`]="{ item }">{{ holderOf(item.nextHolder) }}</template>
    <template #[`item.amount`]="{ item }">{{ moneyOf(item) }}</template>
    <template #[`item.received`]="{ item }">{{ dateInWords(item.receivedOn) }}</template>
  </v-data-table-server>
  <Pager :page="page" :size="size" :total="total" @go="emit('go', $event)" />
</template>
