<script setup lang="ts">
import { EARNING_KIND_LABEL, type EarningsPage } from '@cavren/contract';
import { formatMoney, inPercent, type Minor } from '@cavren/core';
import { mdiDownload } from '@mdi/js';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, messageOf } from '../api/index';
import { localToday, showDate } from '../files/index';
import { AskChoice } from '../look/index';

/** What producers earn of the policies that they brought, by month: each payment when it is due, what changes make of it, and what goes back. */
const today = localToday();
const month = ref<string>(today.slice(0, 7));
const MONTHS_BACK = 11;
const MONTHS_AHEAD = 12;
/** A year back, and a year ahead: what is due then stands in the book already. */
const months = Array.from({ length: MONTHS_BACK + MONTHS_AHEAD + 1 }, (_, at) => {
  const first = new Date(Date.UTC(Number(today.slice(0, 4)), Number(today.slice(5, 7)) - 1 + MONTHS_AHEAD - at, 1));
  const value = first.toISOString().slice(0, 7);
  return { value, label: first.toLocaleDateString('en-US', { month: 'long', year: 'numeric', timeZone: 'UTC' }) };
});
const query = useQuery({ queryKey: computed(() => ['earnings', month.value]), queryFn: () => api.get<EarningsPage>(`/api/earnings?month=${month.value}`) });
/** Places whose currencies have one sign stand on one page: the code tells them apart. */
const money = (value: Minor, currency: string): string => `${formatMoney(value, { currency })} ${currency}`;
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Earnings</h1>
        <p class="soft">What whoever brings a policy earns of each payment, in the month in which it is due.</p>
      </div>
      <div class="row-actions">
        <AskChoice v-model="month" label="Month" :items="months" min-width="180" />
        <v-btn :prepend-icon="mdiDownload" :href="`/api/earnings.csv?month=${month}`">Download as CSV</v-btn>
      </div>
    </header>
    <v-alert v-if="query.isError.value" class="note ember" role="alert">{{ messageOf(query.error.value) }}</v-alert>
    <p v-else-if="query.isPending.value" class="soft" role="status">Looking …</p>
    <template v-else-if="query.data.value">
      <v-alert v-if="query.data.value.items.length === 0" class="note" role="note">
        Nothing is earned in this month. Entries come from the day on which a policy is issued, changed or ended.
      </v-alert>
      <template v-else>
        <ul class="facts plain mb-3">
          <li v-for="total in query.data.value.totals" :key="total.staffId + total.currency">
            <b>{{ total.name }}</b>: {{ money(total.amount, total.currency) }} of {{ total.entries === 1 ? 'one entry' : `${total.entries} entries` }}
          </li>
        </ul>
        <v-table class="sheet">
          <thead>
            <tr>
              <th scope="col">Due</th>
              <th scope="col">Producer</th>
              <th scope="col">Policy</th>
              <th scope="col">What</th>
              <th scope="col" class="figure">Premium before tax</th>
              <th scope="col" class="figure">Rate</th>
              <th scope="col" class="figure">Share</th>
              <th scope="col" class="figure">Earned</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in query.data.value.items" :key="item.id">
              <td>{{ showDate(item.dueOn) }}</td>
              <td>{{ item.name }}</td>
              <td>
                <router-link :to="`/files/${item.reference}/decision`" class="mono">{{ item.number ?? item.reference }}</router-link>
                <span class="soft text-small d-block">{{ item.holder }}, {{ item.product }}</span>
              </td>
              <td>{{ EARNING_KIND_LABEL[item.kind] }}</td>
              <td class="figure">{{ money(item.basis, item.currency) }}</td>
              <td class="figure">{{ inPercent(item.rate) }}</td>
              <td class="figure">{{ item.share }} %</td>
              <td class="figure">{{ money(item.amount, item.currency) }}</td>
            </tr>
          </tbody>
        </v-table>
      </template>
    </template>
  </main>
</template>
