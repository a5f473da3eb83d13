<script setup lang="ts">
import type { TodayPage } from '@cavren/contract';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import { FileTable } from '../files/index';
import { useDesk } from '../session/index';

const route = useRoute();
const router = useRouter();
const desk = useDesk();
const wish = computed(() => ({ waitingFor: route.query['for'] === 'others' ? 'others' : 'me', page: Number(route.query['page'] ?? 1), size: 20 }));
const { data, error, isPending, refetch } = useQuery({
  queryKey: ['today', wish],
  queryFn: () => api.get<TodayPage>(`/api/today?${queryOf(wish.value)}`),
  placeholderData: keepPreviousData,
  refetchInterval: 30_000,
  retry: 1,
});
const counts = computed(() => {
  if (!data.value) return [];
  const { late, dueToday, untold, me } = data.value.counts;
  return [
    { what: 'late', count: late, wrong: late > 0 },
    { what: 'due today', count: dueToday, wrong: false },
    ...(untold > 0 ? [{ what: 'decisions not told in time', count: untold, wrong: true }] : []),
    { what: 'wait for you', count: me, wrong: false },
  ];
});
const intake = computed(() => desk.me?.role === 'intake');
const greeting = computed(() => new Date().toLocaleDateString('en-US', { weekday: 'long', month: 'long', day: 'numeric' }));
const show = (query: Record<string, string | number>) => void router.push({ query });
</script>

<template>
  <main class="page">
    <div class="d-flex justify-space-between align-end">
      <div>
        <h1>Today</h1>
        <p class="soft">{{ greeting }}</p>
      </div>
      <dl v-if="counts.length > 0" class="d-flex ga-6">
        <div v-for="{ what, count, wrong } in counts" :key="what" class="d-flex flex-row-reverse align-baseline ga-1" :class="{ wrong }">
          <dt>{{ what }}</dt>
          <dd class="text-headline-small font-weight-bold">{{ count }}</dd>
        </div>
      </dl>
    </div>
    <v-btn-toggle v-if="intake" aria-label="Whose move it is" mandatory :model-value="wish.waitingFor">
      <v-btn value="me" :aria-pressed="wish.waitingFor === 'me'" @click="show({})">Your move {{ data ? `(${data.counts.me})` : '' }}</v-btn>
      <v-btn value="others" :aria-pressed="wish.waitingFor === 'others'" @click="show({ for: 'others' })">
        Waiting for others {{ data ? `(${data.counts.others})` : '' }}
      </v-btn>
    </v-btn-toggle>
    <v-alert v-if="error" class="note ember" role="alert">
      {{ messageOf(error) }}
      <v-btn size="small" @click="refetch()">Try again</v-btn>
    </v-alert>
    <p v-else-if="isPending" class="soft" role="status">Looking up what needs you …</p>
    <template v-else-if="data">
      <FileTable
        v-if="data.items.length > 0"
        :items="data.items"
        :columns="intake ? ['amount', 'received'] : ['amount', 'owner']"
        :page="data.page"
        :size="data.size"
        :total="data.total"
        @go="(page) => show({ ...(wish.waitingFor === 'others' ? { for: 'others' } : {}), page })"
      />
      <v-empty-state v-else title="Nothing waits for you">
        <p v-if="intake">
          Everything of yours is with somebody else or done.
          <router-link to="/open">Open a file</router-link>
          or look at what
          <a href="?for=others" @click.prevent="show({ for: 'others' })">waits for others</a>
          .
        </p>
        <p v-else>
          When a file needs you, it appears here by its deadline. All files are under
          <router-link to="/files">Files</router-link>
          .
        </p>
      </v-empty-state>
    </template>
  </main>
</template>
