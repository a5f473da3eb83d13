<script setup lang="ts">
import type { FileItem } from '@cavren/contract';
import { formatDate, formatMoney, HOLDER_LABEL, STAGE_LABEL, type Holder } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { useRouter } from 'vue-router';
import { Mark } from '../look/index';
import { daysUntil, localToday } from './words';

defineProps<{ items: FileItem[]; columns: ('owner' | 'amount' | 'received')[] }>();
const router = useRouter();
const todayOf = ({ writes }: FileItem): string => writes?.today ?? localToday();
const go = (reference: string) => void router.push(`/files/${reference}`);
/** Money and dates stand as the place of each file's product writes them. */
const moneyOf = ({ amount, writes }: FileItem): string => (amount === null ? '' : formatMoney(amount, writes ?? {}));
const receivedOf = ({ receivedOn, writes }: FileItem): string => formatDate(receivedOn, writes?.dateOrder ?? 'ymd');
const holderOf = (name: string | null): string => (name ? HOLDER_LABEL[name as Holder] : '');
</script>

<template>
  <table class="grid-table list-table">
    <thead>
      <tr>
        <th scope="col">Due</th>
        <th scope="col">Applicant</th>
        <th scope="col">Reference</th>
        <th scope="col">Stage</th>
        <th scope="col">Next on the Path</th>
        <th scope="col">With</th>
        <th v-if="columns.includes('amount')" scope="col" class="figure">Amount</th>
        <th v-if="columns.includes('received')" scope="col">Received</th>
        <th v-if="columns.includes('owner')" scope="col">Officer</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="item in items" :key="item.reference + item.nextHolder" @click="go(item.reference)">
        <td class="due">
          <template v-if="item.nextDue">
            <span :class="{ late: daysUntil(item.nextDue, todayOf(item)).late }">
              <Mark :kind="daysUntil(item.nextDue, todayOf(item)).late ? 'blocked' : 'waiting'" />
              {{ daysUntil(item.nextDue, todayOf(item)).text }}
            </span>
          </template>
          <span v-else class="soft">—</span>
        </td>
        <td>
          <router-link :to="`/files/${item.reference}`" @click.stop>{{ item.applicant ?? 'Name not taken down yet' }}</router-link>
          <span class="soft product">{{ item.product }}</span>
        </td>
        <td class="mono whole">{{ item.reference }}</td>
        <td class="whole">{{ STAGE_LABEL[item.stage] }}</td>
        <td class="next">
          {{ speakerFor(item.writes)(item.nextWhat ?? '') }}
          <span v-if="item.openNow > 1" class="soft">and {{ item.openNow - 1 }} more</span>
        </td>
        <td>{{ holderOf(item.nextHolder) }}</td>
        <td v-if="columns.includes('amount')" class="figure">{{ moneyOf(item) }}</td>
        <td v-if="columns.includes('received')">{{ receivedOf(item) }}</td>
        <td v-if="columns.includes('owner')" class="whole">{{ item.owner }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
@media (width >= 1100px) {
  .due,
  .whole {
    white-space: nowrap;
  }
}
.late {
  color: var(--ember);
  font-weight: 600;
}
.product {
  display: block;
  font-size: 0.82rem;
}
.next {
  max-width: 340px;
}
</style>
