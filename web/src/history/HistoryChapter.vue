<script setup lang="ts">
import type { HistoryPage } from '@cavren/contract';
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, messageOf } from '../api/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { Pager } from '../files/index';
import { Mark } from '../look/index';
import { actWords, showHistoryValue, subjectWords } from './words';
import { useSay } from '../words/index';

const say = useSay();

const { showTime } = useShown();
const props = defineProps<ChapterProps>();
const shown = (entry: HistoryPage['items'][number]) => ({
  before: showHistoryValue(entry, entry.before, props.file),
  after: showHistoryValue(entry, entry.after, props.file),
});
const editing = useEditing();
const page = ref(1);
const version = computed(() => editing.view.value?.version ?? 0);
const { data, error } = useQuery({
  queryKey: ['history', editing.reference, page, version],
  queryFn: () => api.get<HistoryPage>(`${editing.url}/history?page=${page.value}&size=30`),
  placeholderData: keepPreviousData,
});
</script>

<template>
  <section>
    <div class="chapter-head">
      <h2>History</h2>
      <p v-if="data && !data.chainProblem" class="text-small">
        <Mark kind="settled" />
        {{ data.total }} entries; each carries the hash of the one before, and the chain holds.
        {{ data.sealed ? `Entries up to ${data.sealed.sequence} were sealed on ${showTime(data.sealed.at)}.` : 'None is sealed yet; that happens each night.' }}
      </p>
    </div>
    <v-alert v-if="data?.chainProblem" class="note ember" role="alert">
      <Mark kind="blocked" />
      The chain is broken: {{ say(data.chainProblem) }}. Tell the compliance reviewer.
    </v-alert>
    <v-alert v-if="error" class="note ember" role="alert">{{ messageOf(error) }}</v-alert>
    <v-table v-if="data">
      <thead>
        <tr>
          <th scope="col" class="figure">No.</th>
          <th scope="col">When</th>
          <th scope="col">Who</th>
          <th scope="col">What</th>
          <th scope="col">Hash</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in data.items" :key="entry.sequence">
          <td class="figure">{{ entry.sequence }}</td>
          <td class="text-no-wrap">{{ showTime(entry.at) }}</td>
          <td>{{ entry.actor }}</td>
          <td class="w-50">
            {{ actWords(entry.act) }} {{ subjectWords(entry.subject, file) }}
            <span v-if="shown(entry).before || shown(entry).after" class="d-block text-pre-line text-break">
              <template v-if="shown(entry).before">
                <span class="soft">{{ shown(entry).before }}</span>
                <span class="soft" aria-label="became"> → </span>
              </template>
              {{ shown(entry).after || 'nothing' }}
            </span>
          </td>
          <td class="mono soft" :title="entry.hash">{{ entry.hash.slice(0, 8) }}</td>
        </tr>
      </tbody>
    </v-table>
    <Pager v-if="data" :page="data.page" :size="data.size" :total="data.total" @go="(to) => (page = to)" />
  </section>
</template>
