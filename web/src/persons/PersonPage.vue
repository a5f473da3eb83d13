<script setup lang="ts">
import type { PersonMatches, RegisterView } from '@cavren/contract';
import { ROLE_LABEL, STAGE_LABEL, type Role, type Stage } from '@cavren/core';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, messageOf } from '../api/index';
import { showDate, showPhone, showTime } from '../files/index';
import { Mark } from '../look/index';
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
  <main class="page">
    <p v-if="entry.isError.value" class="note ember" role="alert">{{ messageOf(entry.error.value) }}</p>
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
      <p v-if="person.mergedInto" class="note">
        This entry was merged into <router-link :to="`/people/${person.mergedInto}`">another</router-link>; it is kept so that the merge can be undone.
      </p>
      <p v-if="problem" class="note ember" role="alert">{{ problem }}</p>
      <div class="columns">
        <section class="sheet part">
          <h2>Details</h2>
          <dl>
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
        <section class="sheet part">
          <h2>Files</h2>
          <p v-if="person.files.length === 0" class="soft">In no file{{ person.mergedInto ? ': they went over with the merge' : '' }}.</p>
          <ul>
            <li v-for="file in person.files" :key="file.reference">
              <router-link :to="`/files/${file.reference}/people`" class="mono">{{ file.reference }}</router-link>
              {{ ROLE_LABEL[file.role as Role]?.toLowerCase() ?? file.role }}, {{ STAGE_LABEL[file.stage as Stage].toLowerCase() }}
            </li>
          </ul>
        </section>
      </div>
      <section v-if="alike.data.value && alike.data.value.length > 0" class="sheet part">
        <h2>Who resembles this entry</h2>
        <label v-if="desk.may('person.merge')" class="reason">
          Why two are one
          <input v-model="reason" class="field-input" placeholder="seen on which paper, said by whom" />
        </label>
        <p v-for="match in alike.data.value" :key="match.id" class="match">
          <span>
            <Mark kind="partly" />
            <router-link :to="`/people/${match.id}`">{{ match.fullName }}</router-link>, born {{ showDate(match.birthDate) || '?' }}
            <span class="soft">{{ sayAll(say, match.reasons) }}; {{ match.files.length }} {{ match.files.length === 1 ? 'file' : 'files' }}</span>
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
        <p v-if="!desk.may('person.merge')" class="soft">Two entries of one person are merged by a compliance reviewer.</p>
        <p v-else-if="reason.trim().length < 3" class="soft">Merging waits for a reason.</p>
      </section>
      <section v-if="person.merges.length > 0" class="sheet part">
        <h2>Merges</h2>
        <p v-for="merge in person.merges" :key="merge.id" class="match">
          <span>
            {{ merge.droppedName }} became {{ merge.keptName }}: “{{ merge.reason }}”
            <span class="soft"
              >{{ merge.by }}, {{ showTime(merge.at) }}{{ merge.undoneAt ? `; undone by ${merge.undoneBy}, ${showTime(merge.undoneAt)}` : '' }}</span
            >
          </span>
          <v-btn v-if="!merge.undoneAt && desk.may('person.merge')" size="small" @click="act(`/api/persons/merges/${merge.id}/undo`)">Undo</v-btn>
        </p>
      </section>
    </template>
  </main>
</template>

<style scoped>
.page {
  padding: 18px 24px;
  max-width: 1040px;
  margin: 0 auto;
  display: grid;
  gap: 12px;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.part {
  padding: 12px 16px;
  display: grid;
  gap: 6px;
  align-content: start;
}
dl {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 4px 12px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 18px;
}
.match {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.match .soft {
  display: block;
  font-size: 0.86rem;
}
.reason {
  display: grid;
  grid-template-columns: 130px 1fr;
  align-items: center;
  font-weight: 600;
}
</style>
