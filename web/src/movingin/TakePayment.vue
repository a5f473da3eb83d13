<script setup lang="ts">
import { applicantOf, formatMoney, minor, moneyIn, owedBefore, parseMoney, type FileState, type ReceiptWay } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { useSending } from '../file/index';
import { AskChoice, AskText } from '../look/index';

/** Money for what a file charges: over the counter, from the account that it names, or from a card. */
const props = defineProps<{ file: FileState; owed: number }>();
/** What the gate before the file waits for; all of it where none does. */
const asked = computed(() => owedBefore(props.file, props.file.stage) || props.owed);
const { send, problem, others, busy } = useSending();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const WAYS: { value: ReceiptWay; label: string }[] = [
  { value: 'bank', label: 'From the account of the file' },
  { value: 'card', label: 'By card' },
  { value: 'counter', label: 'Over the counter' },
];
const way = ref<ReceiptWay>('bank');
const typed = ref('');
watch(asked, (owed) => (typed.value = formatMoney(minor(owed))), { immediate: true });
const amount = computed(() => parseMoney(typed.value));
const applicant = computed(() => applicantOf(props.file)?.fullName ?? '');
const payer = ref('');
const reference = ref('');
const number = ref('');
const expires = ref('');
const holder = ref('');
const account = computed(() => props.file.request.debitAccount?.tail ?? null);
const waits = computed(() => {
  if (amount.value === null || amount.value <= 0) return 'an amount';
  if (way.value === 'bank') return account.value === null ? 'the account in Request' : null;
  if (way.value === 'counter') return reference.value.trim() === '' ? 'the number of the receipt' : null;
  return number.value.trim() === '' || expires.value.trim() === '' ? 'the card' : null;
});
const wrong = (path: string): string | undefined => others.value.find((one) => one.path.replaceAll('/', '.') === path)?.message;
async function take(): Promise<void> {
  const base = { way: way.value, amount: amount.value };
  const named = (text: string): string => text.trim() || applicant.value;
  const body =
    way.value === 'bank'
      ? base
      : way.value === 'counter'
        ? { ...base, payer: named(payer.value), reference: reference.value.trim() }
        : { ...base, card: { number: number.value, expires: expires.value.trim(), name: named(holder.value) } };
  if (await send('take', '/receipts', body)) [number.value, expires.value, reference.value] = ['', '', ''];
}
</script>

<template>
  <form class="take" aria-label="Take a payment" @submit.prevent="take">
    <div class="fields" style="--across: 4">
      <AskChoice v-model="way" label="How it is paid" :items="WAYS" />
      <AskText v-model="typed" label="Amount" inputmode="decimal" :hint="`of ${money(owed)} owed`" :error="wrong('amount')" />
      <template v-if="way === 'counter'">
        <AskText v-model="payer" label="Who pays" :placeholder="applicant" />
        <AskText v-model="reference" label="Number of the receipt" :error="wrong('reference')" />
      </template>
      <template v-else-if="way === 'card'">
        <AskText v-model="number" label="Number of the card" inputmode="numeric" autocomplete="cc-number" :error="wrong('card.number')" />
        <AskText v-model="expires" label="Runs out" placeholder="09/28" autocomplete="cc-exp" :error="wrong('card.expires')" />
      </template>
      <p v-else class="soft pt-4">{{ account ? `${file.request.debitName ?? ''}, account ending ${account}` : 'No account is named yet.' }}</p>
    </div>
    <p class="row-actions mt-2">
      <v-btn type="submit" variant="flat" :loading="busy === 'take'" :disabled="waits !== null">Take {{ amount === null ? 'it' : money(amount) }}</v-btn>
      <span v-if="waits" class="soft">waits for: {{ waits }}</span>
    </p>
    <p v-if="problem && others.length === 0" class="wrong" role="alert">{{ problem }}</p>
  </form>
</template>
