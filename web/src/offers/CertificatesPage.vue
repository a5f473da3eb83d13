<script setup lang="ts">
import type { CertificatePage } from '@cavren/contract';
import { LINE_LABEL, parseDate, type IsoDate } from '@cavren/core';
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed, reactive, ref } from 'vue';
import { api, messageOf, problemsOf } from '../api/index';
import { localToday, showDate } from '../files/index';
import { AskChoice, AskText, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { DATE_FORM } from '../words/index';

/** Who is certified to offer which line, where and when. Without one, a product isn't offered by that officer. */
const desk = useDesk();
const client = useQueryClient();
const query = useQuery({ queryKey: ['certificates'], queryFn: () => api.get<CertificatePage>('/api/certificates') });
const today = localToday();
const staff = computed(() => (query.data.value?.staff ?? []).map(({ id, name }) => ({ value: id, label: name })));
const lines = Object.entries(LINE_LABEL).map(([value, label]) => ({ value, label }));
const draft = reactive({ staffId: '', number: '', line: 'lending', places: [] as string[], from: '', until: '' });
const problems = ref<Record<string, string>>({});
const editing = ref(false);
const state = (from: string, until: string | null) => (from > today ? 'later' : until !== null && until < today ? 'past' : 'now');
const placeNames = computed(() => Object.fromEntries((query.data.value?.places ?? []).map(({ code, name }) => [code, name])));
function edit(certificate?: CertificatePage['certificates'][number]): void {
  problems.value = {};
  Object.assign(draft, {
    staffId: certificate?.staffId ?? query.data.value?.staff[0]?.id ?? '',
    number: certificate?.number ?? '',
    line: certificate?.line ?? 'lending',
    places: [...(certificate?.places ?? [])],
    from: showDate(certificate?.from ?? today),
    until: showDate(certificate?.until ?? null),
  });
  editing.value = true;
}
/** A certificate is of a place, which writes its dates in its own order; of several the first that was chosen. */
const order = computed(() => query.data.value?.places.find(({ code }) => code === draft.places[0])?.dateOrder ?? 'mdy');
async function keep(): Promise<void> {
  problems.value = {};
  const read = (text: string): IsoDate | null => parseDate(text, order.value, today);
  const from = read(draft.from);
  const until = draft.until.trim() ? read(draft.until) : null;
  if (!from) return void (problems.value = { from: `Give the date as ${DATE_FORM[order.value]}.` });
  if (draft.until.trim() && !until) return void (problems.value = { until: `Give the date as ${DATE_FORM[order.value]}, or leave it empty.` });
  try {
    await api.post('/api/certificates', { ...draft, from, until });
    editing.value = false;
    await client.invalidateQueries({ queryKey: ['certificates'] });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Certificates</h1>
        <p class="soft">
          An officer offers a product only with a certificate for its line and place that holds on the day.
          <router-link v-if="desk.may('earnings.read')" to="/earnings">What they earn, by month</router-link>
        </p>
      </div>
      <v-btn v-if="desk.may('certificate.write')" variant="flat" @click="edit()">New certificate</v-btn>
    </header>
    <v-alert v-if="query.isError.value" class="note ember" role="alert">{{ messageOf(query.error.value) }}</v-alert>
    <p v-else-if="query.isPending.value" class="soft" role="status">Looking …</p>
    <form v-if="editing" class="sheet fields pa-4" style="--across: 3" @submit.prevent="keep">
      <AskChoice v-model="draft.staffId" label="Officer" :items="staff" name="staffId" />
      <AskText v-model="draft.number" label="Number" name="number" autocomplete="off" :error="problems['number']" />
      <AskChoice v-model="draft.line" label="Line" :items="lines" name="line" />
      <fieldset>
        <legend>Places</legend>
        <v-checkbox v-for="{ code, name } in query.data.value?.places" :key="code" v-model="draft.places" :value="code" :label="name" />
        <span v-if="problems['places']" class="wrong text-small" role="alert">{{ problems['places'] }}</span>
      </fieldset>
      <AskText v-model="draft.from" label="From" name="from" autocomplete="off" :error="problems['from']" />
      <AskText v-model="draft.until" label="To" name="until" autocomplete="off" placeholder="no end" :error="problems['until']" />
      <p class="row-actions whole">
        <v-btn type="submit" variant="flat">Keep it</v-btn>
        <v-btn variant="text" @click="editing = false">Cancel</v-btn>
        <span v-if="problems['form']" class="wrong" role="alert">{{ problems['form'] }}</span>
      </p>
    </form>
    <v-alert v-if="query.data.value?.certificates.length === 0" class="note" role="note">Nobody is certified yet, so nothing can be offered.</v-alert>
    <v-table v-else-if="query.data.value" class="sheet">
      <thead>
        <tr>
          <th scope="col">Number</th>
          <th scope="col">Officer</th>
          <th scope="col">Line</th>
          <th scope="col">Places</th>
          <th scope="col">From</th>
          <th scope="col">To</th>
          <th scope="col">Today</th>
          <th v-if="desk.may('certificate.write')" scope="col"><span class="d-sr-only">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="certificate in query.data.value.certificates" :key="certificate.id">
          <td class="mono">{{ certificate.number }}</td>
          <td>{{ certificate.staffName }}</td>
          <td>{{ LINE_LABEL[certificate.line] }}</td>
          <td>{{ certificate.places.map((code) => placeNames[code] ?? code).join(', ') }}</td>
          <td>{{ showDate(certificate.from) }}</td>
          <td>{{ showDate(certificate.until) || 'no end' }}</td>
          <td>
            <Mark :kind="state(certificate.from, certificate.until) === 'now' ? 'settled' : 'blocked'" />
            {{ { now: 'holds', past: 'has run out', later: 'not yet' }[state(certificate.from, certificate.until)] }}
          </td>
          <td v-if="desk.may('certificate.write')"><v-btn size="x-small" variant="text" @click="edit(certificate)">Change</v-btn></td>
        </tr>
      </tbody>
    </v-table>
  </main>
</template>
