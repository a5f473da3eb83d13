<script setup lang="ts">
import type { PersonMatches, RegisterView } from '@cavren/contract';
import { ROLE_LABEL, STAGE_LABEL, type Role, type Stage } from '@cavren/core';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, messageOf } from '../api/index';
import { showDate, showPhone, showTime } from '../files/index';
import { AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { sayAll, useSay } from '../words/index';

const say = useSay();

/** One entry of the register: its details and their age, its files, who resembles it, and merges that can be undone. */
const route = useRoute();
const desk = useDesk();
const client = useQueryClient();
const id = computed(() => String(route.params['id']));
const entry = useQuery({ queryKey: ['person', id], queryFn: () => api.get<RegisterView>(`/api/persons/${id.value}`) });
const person = computed(() => entry.data.value ?? null);
const alike = useQuery({
  queryKey: ['alike', id, computed(() => person.value?.fullName)],
  enabled: computed(() => person.value !== null && person.value.mergedInto === null),
  queryFn: async () => {
    const { fullName = '', birthDate, phone, email } = person.value ?? {};
    const body = { name: fullName, ...(birthDate ? { birthDate } : {}), ...(phone ? { phone } : {}), ...(email ? { email } : {}) };
    return (await api.post<PersonMatches>('/api/persons/search', body)).matches.filter((match) => match.id !== id.value && match.strength !== 'weak');
  },
});
const reason = ref('');
const problem = ref('');
async function act(url: string, body: object = {}): Promise<void> {
  problem.value = '';
  try {
    await api.post(url, body);
    reason.value = '';
    await client.invalidateQueries();
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <main class="reading">
    <v-alert v-if="entry.isError.value" class="note ember" role="alert">{{ messageOf(entry.error.value) }}</v-alert>
    <p v-else-if="!person" class="soft" role="status">Looking …</p>
    <template v-else>
      <header>
        <p class="soft"><router-link to="/people">People</router-link></p>
        <h1>{{ person.fullName }}</h1>
        <p class="soft">
          {{ person.kind === 'organisation' ? 'Organisation, founded' : 'Born' }} {{ showDate(person.birthDate) || '?' }} · known since
          {{ showDate(person.knownSince) }} · details as of
          {{ showDate(person.updatedAt) }}
        </p>
      </header>
      <v-alert v-if="person.mergedInto" class="note" role="note">
        This entry was merged into <router-link :to="`/people/${person.mergedInto}`">another</router-link>; it is kept so that the merge can be undone.
      </v-alert>
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
      <div class="fields" style="--across: 2">
        <section class="sheet d-grid ga-2 pa-4 align-content-start">
          <h2>Details</h2>
          <dl class="pairs">
            <dt>Known as</dt>
            <dd>{{ person.knownAs ?? '—' }}</dd>
            <dt>Phone</dt>
            <dd class="mono">{{ showPhone(person.phone) || '—' }}</dd>
            <dt>E-mail</dt>
            <dd>{{ person.email ?? '—' }}</dd>
            <dt>Identity number</dt>
            <dd class="mono">{{ person.idNumberTail ? `•••• ${person.idNumberTail}` : '—' }}</dd>
          </dl>
          <p class="soft">They are changed where they were stated: in a file.</p>
        </section>
        <section class="sheet d-grid ga-2 pa-4 align-content-start">
          <h2>Files</h2>
          <p v-if="person.files.length === 0" class="soft">In no file{{ person.mergedInto ? ': they went over with the merge' : '' }}.</p>
          <ul class="pl-5">
            <li v-for="file in person.files" :key="file.reference">
              <router-link :to="`/files/${file.reference}/people`" class="mono">{{ file.reference }}</router-link>
              {{ ROLE_LABEL[file.role as Role]?.toLowerCase() ?? file.role }}, {{ STAGE_LABEL[file.stage as Stage].toLowerCase() }}
            </li>
          </ul>
        </section>
      </div>
      <section v-if="alike.data.value && alike.data.value.length > 0" class="sheet d-grid ga-2 pa-4 align-content-start">
        <h2>Who resembles this entry</h2>
        <AskText v-if="desk.may('person.merge')" v-model="reason" label="Why two are one" placeholder="seen on which paper, said by whom" />
        <div class="lines">
          <p v-for="match in alike.data.value" :key="match.id">
            <span>
              <Mark kind="partly" />
              <router-link :to="`/people/${match.id}`">{{ match.fullName }}</router-link>, born {{ showDate(match.birthDate) || '?' }}
              <span class="soft d-block">{{ sayAll(say, match.reasons) }}; {{ match.files.length }} {{ match.files.length === 1 ? 'file' : 'files' }}</span>
            </span>
            <v-btn
              v-if="desk.may('person.merge')"
              size="small"
              :disabled="reason.trim().length < 3"
              @click="act('/api/persons/merge', { keepId: person.id, dropId: match.id, reason })"
            >
              Merge into {{ person.fullName }}
            </v-btn>
          </p>
        </div>
        <p v-if="!desk.may('person.merge')" class="soft">Two entries of one person are merged by a compliance reviewer.</p>
        <p v-else-if="reason.trim().length < 3" class="soft">Merging waits for a reason.</p>
      </section>
      <section v-if="person.merges.length > 0" class="sheet d-grid ga-2 pa-4 align-content-start">
        <h2>Merges</h2>
        <p v-for="merge in person.merges" :key="merge.id" class="row-actions justify-space-between">
          <span>
            {{ merge.droppedName }} became {{ merge.keptName }}: “{{ merge.reason }}”
            <span class="soft d-block"
              >{{ merge.by }}, {{ showTime(merge.at) }}{{ merge.undoneAt ? `; undone by ${merge.undoneBy}, ${showTime(merge.undoneAt)}` : '' }}</span
            >
          </span>
          <v-btn v-if="!merge.undoneAt && desk.may('person.merge')" size="small" @click="act(`/api/persons/merges/${merge.id}/undo`)">Undo</v-btn>
        </p>
      </section>
    </template>
  </main>
</template>
