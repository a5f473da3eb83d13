<script setup lang="ts">
import type { OutboxMessage } from '@cavren/contract';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, messageOf, queryOf } from '../api/index';
import Pager from '../files/Pager.vue';
import { showTime } from '../files/words';
import Mark from '../look/Mark.vue';

interface Page {
  items: OutboxMessage[];
  total: number;
  page: number;
  size: number;
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
  queryFn: () => api.get<Page>(`/api/outbox?${queryOf(wish.value)}`),
  placeholderData: keepPreviousData,
  refetchInterval: 4000,
});

/** The text of a message with its links to the front door as links. */
function piecesOf(body: string): { text: string; link: boolean }[] {
  return body.split(/(https?:\/\/\S+)/).map((text) => ({ text, link: text.startsWith('http') }));
}
</script>

<template>
  <main class="page">
    <h1>Outbox</h1>
    <p class="soft">
      Every message to applicants. In this demo the mail and text service delivers to nobody; open the links from here, as the applicant would.
    </p>
    <p v-if="wish.reference" class="row-actions">
      <span>
        Only file
        <span class="mono">{{ wish.reference }}</span>
      </span>
      <v-btn size="small" @click="router.push('/outbox')">Show all</v-btn>
    </p>
    <p v-if="error" class="note ember" role="alert">{{ messageOf(error) }}</p>
    <p v-else-if="isPending" class="soft" role="status">Looking …</p>
    <template v-else-if="data">
      <p v-if="data.items.length === 0" class="sheet empty">Nothing was sent yet.</p>
      <article v-for="message in data.items" :key="message.id" class="sheet message">
        <header>
          <strong>{{ message.subject ?? 'Text message' }}</strong>
          <span class="soft">
            {{ message.channel === 'email' ? 'E-mail' : 'Text' }} to
            <span class="mono">{{ message.recipient }}</span>
          </span>
          <span class="space" />
          <router-link :to="`/files/${message.reference}`" class="mono">{{ message.reference }}</router-link>
          <span v-if="message.sentAt">
            <Mark kind="settled" />
            sent {{ showTime(message.sentAt) }}
          </span>
          <span v-else-if="message.problem" class="ember">
            <Mark kind="blocked" />
            waiting: the service {{ message.problem }}
          </span>
          <span v-else>
            <Mark kind="waiting" />
            on its way
          </span>
        </header>
        <p class="body">
          <template v-for="(piece, at) in piecesOf(message.body)" :key="at">
            <a v-if="piece.link" :href="piece.text" target="_blank" rel="noopener">{{ piece.text }}</a>
            <template v-else>{{ piece.text }}</template>
          </template>
        </p>
      </article>
      <Pager :page="data.page" :size="data.size" :total="data.total" @go="(page) => router.push({ query: { ...route.query, page } })" />
    </template>
  </main>
</template>

<style scoped>
.page {
  padding: 20px 24px;
  max-width: 1040px;
  margin: 0 auto;
  display: grid;
  gap: 10px;
}
.message {
  padding: 12px 16px;
}
.message header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.space {
  flex: 1;
}
.body {
  margin-top: 6px;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.empty {
  padding: 32px;
  text-align: center;
}
.ember {
  color: var(--ember);
}
</style>
