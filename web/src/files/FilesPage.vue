<script setup lang="ts">
import { FILE_SORTS, type FilePage, type ProductOnOffer } from '@cavren/contract';
import { END_STAGES, STAGE_LABEL, STAGES } from '@cavren/core';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import { AskChoice, AskText } from '../look/index';
import FileTable from './FileTable.vue';

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
const stages = [{ value: '', label: 'any stage' }, ...[...STAGES, ...END_STAGES].map((value) => ({ value, label: STAGE_LABEL[value] }))];
const offers = computed(() => [{ value: '', label: 'any product' }, ...(products.value ?? []).map(({ code, name }) => ({ value: code, label: name }))]);
const sorts = FILE_SORTS.map((value) => ({ value, label: SORT_LABEL[value] }));
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
</script>

<template>
  <main class="page">
    <h1>Files</h1>
    <form class="fields" style="--across: 5" role="search" @submit.prevent="search">
      <AskText v-model="typed" class="two" label="Name or reference" type="search" autofocus placeholder="Solvane, or 4KT-M2X-7" @update:model-value="search" />
      <AskChoice label="Stage" :items="stages" :model-value="wish.stage ?? ''" @update:model-value="refine({ stage: $event || undefined })" />
      <AskChoice label="Product" :items="offers" :model-value="wish.product ?? ''" @update:model-value="refine({ product: $event || undefined })" />
      <AskChoice label="Order" :items="sorts" :model-value="wish.sort" @update:model-value="refine({ sort: $event })" />
    </form>
    <v-alert v-if="error" class="note ember" role="alert">
      {{ messageOf(error) }}
      <v-btn size="small" @click="refetch()">Try again</v-btn>
    </v-alert>
    <p v-else-if="isPending" class="soft" role="status">Searching …</p>
    <template v-else-if="data">
      <div v-if="data.items.length > 0" :class="{ 'opacity-70': isFetching }">
        <FileTable
          :items="data.items"
          :columns="['amount', 'received', 'owner']"
          :page="data.page"
          :size="data.size"
          :total="data.total"
          @go="(page) => refine({ page })"
        />
      </div>
      <v-empty-state v-else title="No file fits" text="Try fewer letters of the name, or clear the filters.">
        <template #actions><v-btn @click="router.push('/files')">Clear the filters</v-btn></template>
      </v-empty-state>
    </template>
  </main>
</template>
