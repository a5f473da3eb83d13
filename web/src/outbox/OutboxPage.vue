<script setup lang="ts">
import type { OutboxPage } from '@cavren/contract';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import { Pager, showTime } from '../files/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';

const CHANNEL = { email: 'E-mail', text: 'Text', letter: 'Letter' } as const;
const desk = useDesk();
const queries = useQueryClient();
const notPosted = ref('');
async function post(id: string): Promise<void> {
  notPosted.value = '';
  await api.post(`/api/outbox/${id}/posted`, {}).catch((failure: unknown) => (notPosted.value = messageOf(failure)));
  await queries.invalidateQueries({ queryKey: ['outbox'] });
}
const route = useRoute();
const router = useRouter();
const wish = computed(() => ({
  page: Number(route.query['page'] ?? 1),
  size: 12,
  reference: typeof route.query['reference'] === 'string' ? route.query['reference'] : undefined,
}));
const { data, error, isPending } = useQuery({
  queryKey: ['outbox', wish],
  queryFn: () => api.get<OutboxPage>(`/api/outbox?${queryOf(wish.value)}`),
  placeholderData: keepPreviousData,
  refetchInterval: 4000,
});
</script>

<template>
  <main class="reading">
    <h1>Outbox</h1>
    <p class="soft">
      Every message to applicants, and letters that wait to be printed. Links and codes are for them alone, so dots stand for them here.
      <template v-if="data?.deliveredAt">
        The simulated mail and text service shows what it delivered on
        <a :href="data.deliveredAt" target="_blank" rel="noopener">a page of its own</a>, as the applicant’s phone would.
      </template>
    </p>
    <p v-if="wish.reference" class="row-actions">
      <span>
        Only file
        <span class="mono">{{ wish.reference }}</span>
      </span>
      <v-btn size="small" @click="router.push('/outbox')">Show all</v-btn>
    </p>
    <v-alert v-if="notPosted" class="note ember" role="alert">{{ notPosted }}</v-alert>
    <v-alert v-if="error" class="note ember" role="alert">{{ messageOf(error) }}</v-alert>
    <p v-else-if="isPending" class="soft" role="status">Looking …</p>
    <template v-else-if="data">
      <p v-if="data.items.length === 0" class="sheet pa-8 text-center">Nothing was sent yet.</p>
      <article v-for="message in data.items" :key="message.id" class="sheet px-4 py-3">
        <header class="row-actions align-baseline">
          <strong>{{ message.subject ?? 'Text message' }}</strong>
          <span class="soft">
            {{ CHANNEL[message.channel] }} to
            <span class="mono">{{ message.recipient }}</span>
          </span>
          <v-spacer />
          <router-link :to="`/files/${message.reference}`" class="mono">{{ message.reference }}</router-link>
          <span v-if="message.sentAt">
            <Mark kind="settled" />
            {{ message.channel === 'letter' ? 'posted' : 'sent' }} {{ showTime(message.sentAt) }}
          </span>
          <template v-else-if="message.channel === 'letter'">
            <Mark kind="waiting" />
            <span>waits to be printed</span>
          </template>
          <span v-else-if="message.problem" class="wrong">
            <Mark kind="blocked" />
            waiting: the service {{ message.problem }}
          </span>
          <span v-else>
            <Mark kind="waiting" />
            on its way
          </span>
        </header>
        <p class="mt-1 text-pre-line text-break">
          {{ message.body }}
        </p>
        <p v-if="message.noticeId" class="row-actions">
          <v-btn size="small" :href="`/api/files/${message.reference}/notices/${message.noticeId}`" target="_blank" rel="noopener">Open the letter</v-btn>
          <v-btn v-if="!message.sentAt && desk.may('letter.post')" size="small" variant="text" @click="post(message.id)">It is posted</v-btn>
        </p>
      </article>
      <Pager :page="data.page" :size="data.size" :total="data.total" @go="(page) => router.push({ query: { ...route.query, page } })" />
    </template>
  </main>
</template>
