<script setup lang="ts">
import {
  affordability,
  asOffered,
  changesOf,
  isOfferable,
  MOST_REASONS,
  moneyIn,
  otherRequest,
  parseMoney,
  type FileState,
  type FitChange,
  type IsoDate,
  type Path,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { useWorked } from '../affordability/index';
import { useSending } from '../file/index';
import { AskText } from '../look/index';
import { useSay } from '../words/index';
import ReasonChoice from './ReasonChoice.vue';
import { linesIn } from './lines';

/** Offers something else than was asked for: what would make the file fit, or a version that lies beside the request. */
const props = defineProps<{ file: FileState; path: Path; today: IsoDate }>();
const emit = defineEmits<{ done: [] }>();
const { send: act, problem, busy } = useSending();
const say = useSay();
const { result: fit, busy: working } = useWorked(
  () => props.file,
  () => props.today,
  (worker, file, today) => worker.fit(file, today, 'limit'),
);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const choices = computed(() => [
  ...[...(fit.value?.single ?? []), ...(fit.value?.pairs ?? [])]
    // Not something that the applicant would have to bring first.
    .filter(({ changes: all }) => all.every(isOfferable))
    .map(({ label, changes, payment }) => ({ key: say(label), label: say(label), says: `${money(payment)} a month`, changes })),
  ...props.file.variants
    .filter((variant) => changesOf(variant.changes).every(isOfferable))
    .map(({ id, label, changes }) => ({
      key: id,
      label: label ?? 'Version',
      says: 'a version beside the request',
      changes: changesOf(changes),
    })),
]);
const chosen = ref<string | null>(null);
/** By hand: another amount, another term, or both. */
const BY_HAND = 'by hand';
const amount = ref('');
const months = ref('');
const changes = computed<FitChange[]>(() => {
  if (chosen.value !== BY_HAND) return choices.value.find(({ key }) => key === chosen.value)?.changes ?? [];
  const termMonths = /^\d{1,3}$/.test(months.value.trim()) ? Number(months.value) : null;
  return otherRequest(props.file, { amount: amount.value.trim() ? parseMoney(amount.value) : null, termMonths });
});
/** What would be outside its limit with it, so that an offer that can't be made isn't tried. */
const outside = computed(() =>
  changes.value.length === 0
    ? []
    : affordability(asOffered(props.file, changes.value), props.today)
        .figures.filter(({ verdict }) => verdict === 'outside')
        .map(({ label }) => label.toLowerCase()),
);
const reasons = ref<string[]>([]);
const other = ref('');
const conditions = ref('');
const count = computed(() => reasons.value.length + (other.value.trim() ? 1 : 0));

async function send(): Promise<void> {
  const made = await act('counter', '/decision', {
    outcome: 'counter',
    changes: changes.value,
    reasons: reasons.value,
    other: other.value.trim() || null,
    conditions: linesIn(conditions.value),
  });
  if (made) emit('done');
}
</script>

<template>
  <form class="d-grid ga-3 mt-3 justify-start" @submit.prevent="send">
    <fieldset>
      <legend>What is offered instead</legend>
      <p v-if="working && choices.length === 0" class="soft" role="status">Working out what would fit …</p>
      <v-radio-group v-model="chosen" hide-details>
        <v-radio v-for="choice in choices" :key="choice.key" :value="choice.key">
          <template #label>
            <span>{{ choice.label }} <span class="soft text-small">{{ choice.says }}</span></span>
          </template>
        </v-radio>
        <v-radio :value="BY_HAND" label="Another amount or term" />
      </v-radio-group>
      <div v-if="chosen === BY_HAND" class="row-actions">
        <AskText v-model="amount" label="Amount" :placeholder="money(file.request.amount ?? 0)" inputmode="decimal" />
        <AskText v-model="months" label="Months" :placeholder="String(file.request.termMonths ?? '')" inputmode="numeric" />
      </div>
      <p v-if="outside.length > 0" class="wrong" role="alert">With this {{ outside.join(' and ') }} would be outside its limit.</p>
    </fieldset>
    <ReasonChoice v-model:reasons="reasons" v-model:other="other" :file="file" :path="path" />
    <AskText v-model="conditions" label="On condition that … (one on each line, if any)" :rows="2" />
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <p class="row-actions">
      <v-btn type="submit" variant="flat" :disabled="changes.length === 0 || count === 0 || count > MOST_REASONS" :loading="busy !== ''">Make this offer</v-btn>
      <v-btn @click="emit('done')">Leave it</v-btn>
    </p>
  </form>
</template>
