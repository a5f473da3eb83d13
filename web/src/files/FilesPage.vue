<script setup lang="ts">
import { FILE_SORTS, type FilePage, type ProductOnOffer } from '@cavren/contract';
import { END_STAGES, STAGE_LABEL, STAGES } from '@cavren/core';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import FileTable from './FileTable.vue';
import Pager from './Pager.vue';

const route = useRoute();
const router = useRouter();
const asText = (value: unknown): string | undefined => (typeof value === 'string' && value !== '' ? value : undefined);
const wish = computed(() => ({
  text: asText(route.query['text']),
  stage: asText(route.query['stage']),
  product: asText(route.query['product']),
  sort: asText(route.query['sort']) ?? 'due',
  page: Number(route.query['page'] ?? 1),
  size: 25,
}));
const { data, error, isPending, isFetching, refetch } = useQuery({
  queryKey: ['files', wish],
  queryFn: () => api.get<FilePage>(`/api/files?${queryOf(wish.value)}`),
  placeholderData: keepPreviousData,
  retry: 1,
});
const { data: products } = useQuery({ queryKey: ['products'], queryFn: () => api.get<ProductOnOffer[]>('/api/products') });

const SORT_LABEL: Record<(typeof FILE_SORTS)[number], string> = { due: 'by deadline', received: 'newest first', applicant: 'by name', amount: 'largest first' };
const typed = ref(wish.value.text ?? '');
watch(
  () => wish.value.text,
  (text) => (typed.value = text ?? ''),
);

function refine(change: Record<string, string | number | undefined>): void {
  const query: Record<string, unknown> = { ...route.query, page: undefined, ...change };
  void router.push({
    query: Object.fromEntries(
      Object.entries(query).flatMap(([name, value]) => (typeof value === 'number' || (typeof value === 'string' && value !== '') ? [[name, value]] : [])),
    ),
  });
}
let timer = 0;
function search(): void {
  window.clearTimeout(timer);
  timer = window.setTimeout(() => refine({ text: typed.value.trim() || undefined }), 250);
}
const valueOf = (event: Event): string => (event.target as HTMLSelectElement).value;
</script>

<template>
  <main class="page">
    <h1>Files</h1>
    <form class="filters" role="search" @submit.prevent="search">
      <label class="wide">
        Name or reference
        <input v-model="typed" class="field-input" type="search" autofocus placeholder="Solvane, or 4KT-M2X-7" @input="search" />
      </label>
      <label>
        Stage
        <select class="field-input" :value="wish.stage ?? ''" @change="refine({ stage: valueOf($event) || undefined })">
          <option value="">any stage</option>
          <option v-for="stage in [...STAGES, ...END_STAGES]" :key="stage" :value="stage">{{ STAGE_LABEL[stage] }}</option>
        </select>
      </label>
      <label>
        Product
        <select class="field-input" :value="wish.product ?? ''" @change="refine({ product: valueOf($event) || undefined })">
          <option value="">any product</option>
          <option v-for="product in products ?? []" :key="product.code" :value="product.code">{{ product.name }}</option>
        </select>
      </label>
      <label>
        Order
        <select class="field-input" :value="wish.sort" @change="refine({ sort: valueOf($event) })">
          <option v-for="sort in FILE_SORTS" :key="sort" :value="sort">{{ SORT_LABEL[sort] }}</option>
        </select>
      </label>
    </form>
    <p v-if="error" class="note ember" role="alert">
      {{ messageOf(error) }}
      <v-btn size="small" @click="refetch()">Try again</v-btn>
    </p>
    <p v-else-if="isPending" class="soft" role="status">Searching …</p>
    <template v-else-if="data">
      <div v-if="data.items.length > 0" class="sheet" :class="{ stale: isFetching }">
        <FileTable :items="data.items" :columns="['amount', 'received', 'owner']" />
      </div>
      <div v-else class="sheet empty">
        <h2>No file fits</h2>
        <p>
          Try fewer letters of the name, or
          <a href="/files" @click.prevent="router.push('/files')">clear the filters</a>
          .
        </p>
      </div>
      <Pager :page="data.page" :size="data.size" :total="data.total" @go="(page) => refine({ page })" />
    </template>
  </main>
</template>

<style scoped>
.page {
  padding: 20px 24px;
  max-width: 1400px;
  margin: 0 auto;
}
.filters {
  display: grid;
  grid-template-columns: 1fr 190px 220px 170px;
  gap: 12px;
  margin: 12px 0;
}
.filters label {
  display: grid;
  gap: 3px;
  font-size: 0.85rem;
  font-weight: 600;
}
.empty {
  padding: 48px;
  text-align: center;
}
.stale {
  opacity: 0.75;
}
</style>
