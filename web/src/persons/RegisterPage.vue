<script setup lang="ts">
import { type Words } from '@cavren/core';
import type { PersonMatches, RegisterItem, RegisterPage } from '@cavren/contract';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, messageOf } from '../api/index';
import { Pager, showDate, showPhone } from '../files/index';
import { AskText } from '../look/index';
import { sayAll, useSay } from '../words/index';

const say = useSay();

/** The register of persons and organisations, and the files that each is in. */
const router = useRouter();
const text = ref('');
const wanted = ref('');
const page = ref(1);
const SIZE = 20;
const list = useQuery({
  queryKey: ['register', wanted, page],
  queryFn: async (): Promise<{ items: (RegisterItem & { reasons?: Words[] })[]; total: number }> => {
    if (wanted.value === '') return api.get<RegisterPage>(`/api/persons?page=${page.value}&size=${SIZE}`);
    const { matches } = await api.post<PersonMatches>('/api/persons/search', { text: wanted.value });
    return { items: matches, total: matches.length };
  },
  placeholderData: (before) => before,
});
const items = computed(() => list.data.value?.items ?? []);
function search(): void {
  wanted.value = text.value.trim();
  page.value = 1;
}
</script>

<template>
  <main class="page">
    <h1>People</h1>
    <form class="d-flex ga-2" style="max-width: 720px" @submit.prevent="search">
      <AskText
        v-model="text"
        class="flex-1-1"
        bare
        label="Find a person or organisation"
        placeholder="Name, birth date, identity or tax number, phone, e-mail: in any order"
        autofocus
      />
      <v-btn type="submit" variant="flat">Find</v-btn>
      <v-btn v-if="wanted" variant="text" @click="((text = ''), search())">Everybody</v-btn>
    </form>
    <v-alert v-if="list.isError.value" class="note ember" role="alert">{{ messageOf(list.error.value) }}</v-alert>
    <p v-else-if="list.isPending.value" class="soft" role="status">Looking …</p>
    <v-alert v-else-if="items.length === 0" class="note" role="note">
      {{ wanted ? `Nobody in the register resembles “${wanted}”.` : 'Nobody is in the register yet: whoever is keyed in a file comes here.' }}
    </v-alert>
    <template v-else>
      <v-table class="sheet pressed">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Born</th>
            <th scope="col">Phone</th>
            <th scope="col">Number</th>
            <th scope="col">Files</th>
            <th scope="col">Details as of</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="item in items" :key="item.id" @click="router.push(`/people/${item.id}`)">
            <td>
              <router-link :to="`/people/${item.id}`" @click.stop>{{ item.fullName }}</router-link>
              <span v-if="item.knownAs" class="soft"> “{{ item.knownAs }}”</span>
              <span v-if="item.kind === 'organisation'" class="soft"> organisation</span>
              <span v-if="item.reasons" class="soft text-small d-block">{{ sayAll(say, item.reasons) }}</span>
            </td>
            <td>{{ showDate(item.birthDate) }}</td>
            <td class="mono">{{ showPhone(item.phone) }}</td>
            <td class="mono">{{ item.idNumberTail ? `•••• ${item.idNumberTail}` : '' }}</td>
            <td>
              <span v-for="file in item.files.slice(0, 2)" :key="file.reference" class="mono mr-2">{{ file.reference }}</span>
              <span v-if="item.files.length > 2" class="soft">+{{ item.files.length - 2 }}</span>
            </td>
            <td>{{ showDate(item.updatedAt) }}</td>
          </tr>
        </tbody>
      </v-table>
      <Pager v-if="!wanted" :page="page" :total="list.data.value?.total ?? 0" :size="SIZE" @go="(next) => (page = next)" />
    </template>
  </main>
</template>
