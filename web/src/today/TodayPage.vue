<script setup lang="ts">
import type { TodayPage } from '@cavren/contract';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import { FileTable, Pager } from '../files/index';
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
const intake = computed(() => desk.me?.role === 'intake');
const greeting = computed(() => new Date().toLocaleDateString('en-US', { weekday: 'long', month: 'long', day: 'numeric' }));
const show = (query: Record<string, string | number>) => void router.push({ query });
</script>

<template>
  <main class="page">
    <div class="head">
      <div>
        <h1>Today</h1>
        <p class="soft">{{ greeting }}</p>
      </div>
      <dl v-if="data" class="counts">
        <div :class="{ ember: data.counts.late > 0 }">
          <dt>late</dt>
          <dd>{{ data.counts.late }}</dd>
        </div>
        <div>
          <dt>due today</dt>
          <dd>{{ data.counts.dueToday }}</dd>
        </div>
        <div>
          <dt>wait for you</dt>
          <dd>{{ data.counts.me }}</dd>
        </div>
      </dl>
    </div>
    <div v-if="intake" class="switch" role="group" aria-label="Whose move it is">
      <button type="button" :aria-pressed="wish.waitingFor === 'me'" @click="show({})">Your move {{ data ? `(${data.counts.me})` : '' }}</button>
      <button type="button" :aria-pressed="wish.waitingFor === 'others'" @click="show({ for: 'others' })">
        Waiting for others {{ data ? `(${data.counts.others})` : '' }}
      </button>
    </div>
    <p v-if="error" class="note ember" role="alert">
      {{ messageOf(error) }}
      <v-btn size="small" @click="refetch()">Try again</v-btn>
    </p>
    <p v-else-if="isPending" class="soft" role="status">Looking up what needs you …</p>
    <template v-else-if="data">
      <div v-if="data.items.length > 0" class="sheet"><FileTable :items="data.items" :columns="intake ? ['amount', 'received'] : ['amount', 'owner']" /></div>
      <div v-else class="sheet empty">
        <h2>Nothing waits for you</h2>
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
      </div>
      <Pager
        v-if="data.total > data.size"
        :page="data.page"
        :size="data.size"
        :total="data.total"
        @go="(page) => show({ ...(wish.waitingFor === 'others' ? { for: 'others' } : {}), page })"
      />
    </template>
  </main>
</template>

<style scoped>
.page {
  padding: 20px 24px;
  max-width: 1400px;
  margin: 0 auto;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: end;
  margin-bottom: 14px;
}
.counts {
  display: flex;
  gap: 26px;
  margin: 0;
}
.counts div {
  display: flex;
  flex-direction: row-reverse;
  align-items: baseline;
  gap: 6px;
}
.counts dd {
  margin: 0;
  font-size: 1.5rem;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
}
.counts .ember {
  color: var(--ember);
}
.switch {
  display: inline-flex;
  margin-bottom: 10px;
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  overflow: hidden;
}
.switch button {
  padding: 6px 14px;
  border: 0;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.switch button[aria-pressed='true'] {
  background: var(--teal);
  color: var(--on-teal);
  font-weight: 600;
}
.empty {
  padding: 48px;
  text-align: center;
  display: grid;
  gap: 6px;
}
</style>
