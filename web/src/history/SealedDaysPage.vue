<script setup lang="ts">
import type { SealedDayPage } from '@cavren/contract';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import { Pager, showTime } from '../files/index';
import { Mark } from '../look/index';

/** What all histories gained from day to day, sealed: to be looked over, and kept where nobody of the database comes. */
const route = useRoute();
const router = useRouter();
const wish = computed(() => ({ page: Number(route.query['page'] ?? 1), size: 14 }));
const { data, error, isPending } = useQuery({
  queryKey: ['sealed-days', wish],
  queryFn: () => api.get<SealedDayPage>(`/api/sealed-days?${queryOf(wish.value)}`),
  placeholderData: keepPreviousData,
});
const waiting = computed(() => data.value?.items.filter(({ stampedAt }) => stampedAt === null).length ?? 0);
const HEADERS = [
  { title: 'No.', key: 'sequence', sortable: false, align: 'end' },
  { title: 'Sealed', key: 'at', sortable: false },
  { title: 'Entries', key: 'entries', sortable: false, align: 'end' },
  { title: 'Hash (SHA-256)', key: 'hash', sortable: false },
  { title: 'Time stamp', key: 'stampedAt', sortable: false },
  { title: '', key: 'take', sortable: false, align: 'end' },
] as const;
</script>

<template>
  <main class="reading">
    <h1>Sealed days</h1>
    <p class="soft">
      Each night all that the files’ histories gained is sealed behind the night before, signed with a key outside of the database and stamped with the time by
      another service. Download each one and keep it on another machine: whoever changes a history later is found out by it, down to the file, the entry and the
      day. The check itself is made by who runs Cavren (<span class="mono">npm run verify-history</span>).
    </p>
    <v-alert v-if="error" class="note ember">{{ messageOf(error) }}</v-alert>
    <v-alert v-else-if="waiting > 0" class="note" role="note">
      {{ waiting === 1 ? 'One of these waits' : `${waiting} of these wait` }} for the time-stamp service. They are signed already, and stamped once it answers.
    </v-alert>
    <v-skeleton-loader v-if="isPending" type="table-tbody" />
    <v-data-table-server
      v-else-if="data"
      class="sheet"
      :headers="HEADERS"
      :items="data.items"
      :items-length="data.total"
      :items-per-page="wish.size"
      no-data-text="Nothing was sealed yet. The first sealing is made in the night after the first entry, and whenever Cavren starts."
    >
      <template #[`item.at`]="{ item }">{{ showTime(item.at) }}</template>
      <template #[`item.entries`]="{ item }">{{ item.entries.toLocaleString('en-US') }}</template>
      <template #[`item.hash`]="{ item }">
        <span class="mono" :title="item.hash">{{ item.hash.slice(0, 16) }}…</span>
      </template>
      <template #[`item.stampedAt`]="{ item }">
        <span v-if="item.stampedAt">
          <Mark kind="settled" />
          {{ showTime(item.stampedAt) }}
        </span>
        <span v-else>
          <Mark kind="waiting" />
          waits for the time-stamp service
        </span>
      </template>
      <template #[`item.take`]="{ item }">
        <v-btn size="small" :href="`/api/sealed-days/${item.sequence}`" :download="`sealed-day-${item.sequence}.json`">
          Download
          <span class="d-sr-only">sealed day {{ item.sequence }}</span>
        </v-btn>
      </template>
      <template #bottom>
        <Pager v-if="data.total > 0" :page="wish.page" :size="wish.size" :total="data.total" @go="(page) => router.push({ query: { page } })" />
      </template>
    </v-data-table-server>
  </main>
</template>
