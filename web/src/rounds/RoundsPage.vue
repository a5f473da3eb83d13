<script setup lang="ts">
import type { Rounds, RoundView } from '@cavren/contract';
import { addDays, parseDate } from '@cavren/core';
import { mdiDownload } from '@mdi/js';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { WillHappen } from '../acts/index';
import { api, messageOf } from '../api/index';
import { localToday, showDate } from '../files/index';
import { AskChoice, AskText, Fold, Mark, type MarkKind } from '../look/index';
import { useDesk } from '../session/index';

/** Rounds of applications: when they run, their draw, and whose turn it is for each home. */
const desk = useDesk();
const today = localToday();
const rounds = useQuery({ queryKey: ['rounds'], queryFn: () => api.get<Rounds>('/api/rounds') });
const chosen = ref('');
/** What waits for somebody comes first: a draw, then offers down a list. */
const first = computed(() => {
  const there = rounds.data.value?.rounds ?? [];
  return there.find(({ state }) => state === 'closed') ?? there.find(({ state }) => state === 'drawn') ?? there[0];
});
const code = computed(() => chosen.value || (first.value?.code ?? ''));
const choice = computed({ get: () => code.value, set: (value: string) => (chosen.value = value) });
const items = computed(() => (rounds.data.value?.rounds ?? []).map(({ code: value, name }) => ({ value, label: name })));
const view = useQuery({
  queryKey: computed(() => ['round', code.value]),
  queryFn: () => api.get<RoundView>(`/api/rounds/${code.value}`),
  enabled: computed(() => code.value !== ''),
  placeholderData: (before) => before,
});
const round = computed(() => view.data.value?.round ?? null);
const STATE = { ahead: 'Not open yet', open: 'Open for applications', closed: 'Waits for its draw', drawn: 'Drawn' } as const;
const WHERE: Record<RoundView['list'][number]['state'], { label: string; mark: MarkKind }> = {
  waits: { label: 'Waits', mark: 'open' },
  offered: { label: 'Has an offer', mark: 'partly' },
  accepted: { label: 'Accepted', mark: 'settled' },
  left: { label: 'Place given up', mark: 'blocked' },
  ended: { label: 'File ended', mark: 'blocked' },
};
const TAKEN = { offered: 'Offered to', accepted: 'Accepted by', held: 'Held by', kept: 'Kept for', let: 'Let to' } as const;
const problem = ref('');
const busy = ref(false);
/** Tells the server something, and reads what came of it. */
async function tell(at: string, body: object): Promise<true> {
  await api.post(at, body);
  await Promise.all([rounds.refetch(), view.refetch()]);
  return true;
}
const drawing = ref(false);
const drawIt = (): Promise<true> => tell(`/api/rounds/${code.value}/draw`, {});
const offering = ref<RoundView['units'][number] | null>(null);
const isOffering = computed({ get: () => offering.value !== null, set: (open) => (offering.value = open ? offering.value : null) });
const whoseTurn = computed(() => view.data.value?.list.find(({ reference }) => reference === offering.value?.turn) ?? null);
const offerIt = (): Promise<true> => tell(`/api/rounds/${code.value}/offers`, { unitId: offering.value?.unit.id });

const name = ref('');
const product = ref('');
const opens = ref('');
const closes = ref('');
const products = computed(() => (rounds.data.value?.products ?? []).map((one) => ({ value: one.code, label: one.name })));
/** What is opened is of a place, which writes its dates in its own order. */
const picked = computed(() => rounds.data.value?.products.find(({ code }) => code === product.value) ?? rounds.data.value?.products[0]);
const order = computed(() => picked.value?.dateOrder ?? 'mdy');
const opensOn = computed(() => (opens.value.trim() === '' ? today : parseDate(opens.value, order.value, today)));
const closesOn = computed(() => (closes.value.trim() === '' ? null : parseDate(closes.value, order.value, today)));
async function open(): Promise<void> {
  const body = { product: picked.value?.code, name: name.value.trim(), opensOn: opensOn.value, closesOn: closesOn.value };
  [busy.value, problem.value] = [true, ''];
  try {
    await tell('/api/rounds', body);
    [name.value, opens.value, closes.value, chosen.value] = ['', '', '', ''];
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main class="page">
    <header class="chapter-head">
      <div>
        <h1>Rounds</h1>
        <p class="soft">Homes that are given out by a draw among those who applied in time, then offered down its list.</p>
      </div>
      <div class="row-actions">
        <AskChoice v-if="items.length > 1" v-model="choice" label="Round" :items="items" min-width="210" />
        <v-btn v-if="round?.state === 'drawn'" :prepend-icon="mdiDownload" :href="`/api/door/rounds/${code}/list.csv`">The list as CSV</v-btn>
        <v-btn v-if="round?.state === 'closed' && desk.may('round.draw')" variant="flat" @click="drawing = true">Draw it</v-btn>
      </div>
    </header>
    <v-alert v-if="problem" class="note ember mb-3" role="alert">{{ problem }}</v-alert>
    <v-alert v-if="rounds.isError.value" class="note ember" role="alert">{{ messageOf(rounds.error.value) }}</v-alert>
    <p v-else-if="rounds.isPending.value" class="soft" role="status">Looking …</p>
    <v-alert v-else-if="items.length === 0" class="note" role="note">No round was opened yet. A policy owner opens one, below.</v-alert>
    <template v-if="round && view.data.value">
      <dl class="pairs mb-4">
        <dt>{{ round.name }}</dt>
        <dd>
          <b>{{ STATE[round.state] }}</b>, {{ showDate(round.opensOn) }} to {{ showDate(round.closesOn) }}, {{ round.files }}
          {{ round.files === 1 ? 'application' : 'applications' }}
        </dd>
        <dt>Answers</dt>
        <dd>{{ view.data.value.answerDays }} business days for each offer; after {{ view.data.value.refusalsMost }} that are refused a place is given up</dd>
        <dt>Seal of the seed</dt>
        <dd class="mono text-break">{{ round.seal }}</dd>
        <template v-if="round.seed">
          <dt>Seed</dt>
          <dd>
            <span class="mono text-break">{{ round.seed }}</span>
            <span class="soft text-small d-block"
              >Drawn {{ showDate(round.drawnAt) }} by {{ round.drawnBy }}. Anybody can work the list again from seed and list.</span
            >
          </dd>
        </template>
      </dl>
      <section class="block">
        <h2>Homes</h2>
        <v-table class="sheet">
          <thead>
            <tr>
              <th scope="col">Home</th>
              <th scope="col">Size</th>
              <th scope="col">Access</th>
              <th scope="col">Where it stands</th>
              <th scope="col"><span class="d-sr-only">Offer</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in view.data.value.units" :key="one.unit.id">
              <th scope="row">{{ one.unit.label }}</th>
              <td>{{ one.unit.plan.label }}</td>
              <td>{{ one.unit.access.join(', ') }}</td>
              <td>
                <template v-if="one.taken">
                  {{ TAKEN[one.taken] }} <router-link v-if="one.by" :to="`/files/${one.by}/unit`" class="mono">{{ one.by }}</router-link>
                </template>
                <template v-else-if="one.turn"
                  >Free; the turn of <router-link :to="`/files/${one.turn}/unit`" class="mono">{{ one.turn }}</router-link></template
                >
                <span v-else class="soft">{{ round.state === 'drawn' ? 'Free; nobody waits for this size' : 'Free until the draw' }}</span>
              </td>
              <td class="text-right">
                <v-btn
                  v-if="one.turn && !one.taken && desk.may('round.offer')"
                  size="small"
                  :aria-label="`Offer ${one.unit.label} to ${one.turn}`"
                  @click="offering = one"
                  >Offer it</v-btn
                >
              </td>
            </tr>
          </tbody>
        </v-table>
      </section>
      <section v-if="view.data.value.list.length > 0" class="block">
        <h2>The list</h2>
        <v-table class="sheet">
          <thead>
            <tr>
              <th scope="col" class="figure">Place</th>
              <th scope="col">File</th>
              <th scope="col" class="figure">Points</th>
              <th scope="col" class="figure">Bedrooms</th>
              <th scope="col">Where it stands</th>
              <th scope="col" class="figure">Refused</th>
              <th scope="col">Number</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in view.data.value.list" :key="one.reference">
              <td class="figure">{{ one.rank }}</td>
              <th scope="row">
                <router-link :to="`/files/${one.reference}/unit`" class="mono">{{ one.reference }}</router-link> <span class="soft">{{ one.name }}</span>
              </th>
              <td class="figure">{{ one.points }}</td>
              <td class="figure">{{ one.bedrooms ?? '—' }}</td>
              <td>
                <Mark :kind="WHERE[one.state].mark" /> {{ WHERE[one.state].label }}{{ one.unit ? `: ${one.unit}` : ''
                }}{{ one.answerBy ? `, to be answered by ${showDate(one.answerBy)}` : '' }}
              </td>
              <td class="figure">{{ one.refused }}</td>
              <td class="mono soft">{{ one.number.slice(0, 12) }}…</td>
            </tr>
          </tbody>
        </v-table>
      </section>
    </template>
    <Fold v-if="desk.may('round.open')" title="Open a round" :open="items.length === 0">
      <form class="fields align-end" @submit.prevent="open">
        <AskChoice v-if="products.length > 1" v-model="product" label="Product" :items="products" />
        <AskText v-model="name" label="Name" placeholder="Harbour homes, spring" />
        <AskText v-model="opens" label="First day" :placeholder="showDate(today)" :error="opensOn === null ? 'This is no date' : undefined" />
        <AskText
          v-model="closes"
          label="Last day"
          :placeholder="showDate(addDays(today, 30))"
          :error="closes !== '' && closesOn === null ? 'This is no date' : undefined"
        />
        <v-btn type="submit" variant="flat" :loading="busy" :disabled="name.trim().length < 3 || !opensOn || !closesOn">Open it</v-btn>
      </form>
      <p class="soft text-small mt-2">
        A seed is drawn now and kept sealed. Its seal is published at once, the seed itself with the draw: nobody can choose it once people have applied.
      </p>
    </Fold>

    <WillHappen
      v-model="drawing"
      title="Draw the round"
      :happens="[
        { what: 'Takes part', to: 'Everybody whose details were complete, with the preferences that are shown now' },
        { what: 'Is told', to: 'Everybody who applied, by their own way: their place, or that they were not in it' },
        { what: 'Is published', to: 'The seed, and the list by reference' },
        { what: 'Can be undone', to: 'No: a round is drawn once' },
      ]"
      confirm="Draw it"
      :run="drawIt"
    />
    <WillHappen
      v-model="isOffering"
      title="Offer the home"
      :happens="[
        { what: 'Home', to: `${offering?.unit.label ?? ''}, ${offering?.unit.plan.label ?? ''}` },
        { what: 'To', to: `${whoseTurn?.name ?? ''} (${whoseTurn?.reference ?? ''}), place ${whoseTurn?.rank ?? ''}` },
        { what: 'Is held', to: `For ${view.data.value?.answerDays ?? ''} business days, within which they answer` },
        { what: 'Is told', to: 'By a letter or message of theirs, with the day' },
      ]"
      :confirm="`Offer ${offering?.unit.label ?? ''}`"
      :run="offerIt"
    />
  </main>
</template>
