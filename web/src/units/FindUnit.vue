<script setup lang="ts">
import type { UnitMatches } from '@cavren/contract';
import { moneyIn, parseMoney, type IsoDate, type PlacePack } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, messageOf, queryOf } from '../api/index';
import { AskChoice, AskText, Mark } from '../look/index';
import { useSay } from '../words/index';

/** Units by need: those that fit first, of the others what they lack. */
const props = defineProps<{
  stock: string;
  from: IsoDate;
  months: number;
  place: Pick<PlacePack, 'currency' | 'locale'>;
  /** The file for which is looked, and what it holds; what a button says and does with a unit that fits. */
  reference?: string;
  held?: string | null;
  holds?: (unitId: string) => Promise<unknown>;
  busy?: string;
  /** How many would live there, where that is known. */
  people?: number;
}>();
const say = useSay();
const sleeps = ref(props.people !== undefined && props.people > 0 ? String(props.people) : '');
const most = ref('');
const access = ref('');
const showAll = ref(false);
const rentMost = computed(() => (most.value.trim() === '' ? null : parseMoney(most.value)));
const wholeSleeps = computed(() => (/^\d{1,2}$/.test(sleeps.value.trim()) && Number(sleeps.value) > 0 ? Number(sleeps.value) : null));
const asked = computed(() => ({
  from: props.from,
  months: props.months,
  sleeps: wholeSleeps.value ?? undefined,
  rentMost: rentMost.value && rentMost.value > 0 ? rentMost.value : undefined,
  access: access.value || undefined,
  reference: props.reference,
}));
const query = useQuery({
  queryKey: computed(() => ['units', props.stock, asked.value, props.held]),
  queryFn: () => api.get<UnitMatches>(`/api/units/${props.stock}?${queryOf(asked.value)}`),
  placeholderData: (before) => before,
});
const features = computed(() => [{ value: '', label: 'Anything' }, ...(query.data.value?.access ?? []).map((value) => ({ value, label: value }))]);
const money = (value: number | null): string => (value === null ? '—' : moneyIn(props.place)(value));
const fitting = computed(() => (query.data.value?.matches ?? []).filter(({ why }) => why.length === 0));
const others = computed(() => (query.data.value?.matches ?? []).filter(({ why }) => why.length > 0));
const shown = computed(() => (showAll.value ? [...fitting.value, ...others.value] : fitting.value));
</script>

<template>
  <div>
    <div class="fields" style="--across: 3">
      <AskText
        v-model="sleeps"
        label="Sleeps at least"
        inputmode="numeric"
        data-aside="yes"
        :error="sleeps.trim() !== '' && wholeSleeps === null ? 'A whole number' : undefined"
      />
      <AskText
        v-model="most"
        label="Rent a month at most"
        inputmode="decimal"
        data-aside="yes"
        :error="most.trim() !== '' && rentMost === null ? 'An amount, like 1,300' : undefined"
      />
      <AskChoice v-model="access" label="With" :items="features" />
    </div>
    <v-alert v-if="query.isError.value" class="note ember mt-3" role="alert">{{ messageOf(query.error.value) }}</v-alert>
    <p v-else-if="query.isPending.value" class="soft mt-3" role="status">Looking …</p>
    <template v-else>
      <p class="soft mt-3" role="status">
        {{ fitting.length === 0 ? 'Nothing fits' : fitting.length === 1 ? 'One fits' : `${fitting.length} fit` }} of {{ fitting.length + others.length }} for
        these days.
        <v-btn v-if="others.length > 0" size="x-small" variant="text" @click="showAll = !showAll">{{
          showAll ? 'Only those that fit' : 'Show the others, and why not'
        }}</v-btn>
      </p>
      <v-table v-if="shown.length > 0" class="sheet mt-1">
        <thead>
          <tr>
            <th scope="col">Unit</th>
            <th scope="col">What it is</th>
            <th scope="col">Size</th>
            <th scope="col" class="figure">Rent a month</th>
            <th scope="col">{{ holds ? 'For this file' : 'For these days' }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ unit, rent, why } in shown" :key="unit.id">
            <th scope="row">{{ unit.label }}</th>
            <td>
              {{ unit.plan.label }}<span v-if="unit.plan.sleeps > 0">, sleeps {{ unit.plan.sleeps }}</span>
              <span v-if="unit.access.length > 0" class="soft text-small d-block">{{ unit.access.join(', ') }}</span>
            </td>
            <td>{{ unit.plan.size }} {{ unit.plan.sizeUnit }}</td>
            <td class="figure">{{ money(rent) }}</td>
            <td>
              <span v-if="held === unit.id"><Mark kind="settled" /> held</span>
              <span v-else-if="why.length > 0" class="soft"><Mark kind="none" /> {{ why.map((one) => say(one)).join(', ') }}</span>
              <v-btn v-else-if="holds" size="small" :loading="busy === unit.id" :aria-label="`Hold ${unit.label}`" @click="holds(unit.id)">Hold</v-btn>
              <span v-else><Mark kind="open" /> free</span>
            </td>
          </tr>
        </tbody>
      </v-table>
    </template>
  </div>
</template>
