<script setup lang="ts">
import {
  cameToNothing,
  chargeDue,
  chargesStanding,
  givenBackOf,
  isOpenOrder,
  moneyIn,
  owedOf,
  RECEIPT_WAY_LABEL,
  waivedFees,
  type FileState,
  type Receipt,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { TermLines } from '../affordability/index';
import { useEditing, useGoTo, useSending, useShown } from '../file/index';
import { AskText, Fold, Mark, type MarkKind } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import TakePayment from './TakePayment.vue';

/** What a file charges before something is handed over, what came in, and what goes back where nothing comes of it. */
const props = defineProps<{ file: FileState; title: string }>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const goTo = useGoTo(() => props.file.reference);
const { showDate, showTime } = useShown();
const { send, problem, others, busy } = useSending();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const standing = computed(() => chargesStanding(props.file));
const owed = computed(() => owedOf(props.file));
const waived = computed(() => waivedFees(props.file));
const ended = computed(() => cameToNothing(props.file.stage));
const back = computed(() => givenBackOf(props.file));
const open = computed(() => props.file.receipts.some(({ state }) => isOpenOrder(state)));
const PAID: Record<Receipt['state'], { word: string; mark: MarkKind }> = {
  ordered: { word: 'on its way', mark: 'waiting' },
  unknown: { word: 'not known yet; the bank is asked until it says', mark: 'waiting' },
  done: { word: 'done', mark: 'settled' },
  failed: { word: 'refused', mark: 'blocked' },
  differs: { word: 'another sum than was ordered; settle it with the bank', mark: 'blocked' },
};
const comesOf = computed(() => (props.file.product.equipment ? 'nothing is leased' : 'nothing is let'));
const KEPT = computed(() => ({ kept: 'kept in any case', unlessDecided: 'back unless somebody decided', givenBack: `back if ${comesOf.value}` }));

const settling = ref<{ receipt: Receipt; outcome: 'madeRight' | 'returned' } | null>(null);
const settleOpen = computed({ get: () => settling.value !== null, set: (is) => (settling.value = is ? settling.value : null) });
const settle = (word: string) => editing.act(`/receipts/${settling.value?.receipt.id ?? ''}/settle`, { outcome: settling.value?.outcome, word });

const reason = ref('');
const overCounter = ref('');
const cameOver = computed(() => props.file.receipts.some(({ way, direction, state }) => way === 'counter' && direction === 'in' && state === 'done'));
const giveBack = () => send('back', '/receipts/back', { reason: reason.value.trim(), overCounter: overCounter.value.trim() || null });
</script>

<template>
  <div>
    <section class="block" data-anchor="owed" tabindex="-1">
      <h2>{{ ended ? 'What was paid' : title }}</h2>
      <v-alert v-if="standing.charges.length === 0" class="note" role="note">What is charged follows from the unit, the rent and the term.</v-alert>
      <v-table v-else-if="!ended" class="sheet mt-2">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Due</th>
            <th scope="col">If {{ comesOf }}</th>
            <th scope="col" class="figure">Amount</th>
            <th scope="col" class="figure">Paid</th>
            <th scope="col" class="figure">Owed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="charge in standing.charges" :key="charge.key">
            <td>
              <Fold>
                <template #title>
                  <span><Mark :kind="charge.owed === 0 ? 'settled' : charge.paid > 0 ? 'partly' : 'open'" /> {{ say(charge.label) }}</span>
                </template>
                <p class="soft text-small">{{ say(charge.why) }}</p>
                <TermLines :terms="charge.terms" :currency="file.pack.currency" open @go="goTo" />
              </Fold>
            </td>
            <td>{{ charge.dueOn ? showDate(charge.dueOn) : say(chargeDue(charge, file.product)) }}</td>
            <td class="soft text-small">{{ KEPT[charge.back] }}</td>
            <td class="figure">{{ money(charge.amount) }}</td>
            <td class="figure">{{ charge.paid > 0 ? money(charge.paid) : '—' }}</td>
            <td class="figure">
              <b>{{ charge.owed > 0 ? money(charge.owed) : '—' }}</b>
            </td>
          </tr>
        </tbody>
      </v-table>
      <p v-if="!ended && standing.charges.length > 0" class="sum-line"><b>Still owed</b><b>{{ money(owed) }}</b></p>
      <p v-for="fee in waived" :key="fee.label" class="soft">Waived: {{ fee.label }} ({{ fee.reason }}).</p>

      <template v-if="file.receipts.length > 0">
        <h3 class="mt-3">Payments</h3>
        <ul class="lines plain">
          <li v-for="receipt in file.receipts" :key="receipt.id">
            <span>
              <Mark :kind="PAID[receipt.state].mark" />
              {{ receipt.direction === 'in' ? '' : 'Back: ' }}<b>{{ money(receipt.amount) }}</b> {{ `${RECEIPT_WAY_LABEL[receipt.way].toLowerCase()} `
              }}<span v-if="receipt.reference" class="mono">{{ receipt.reference }}</span> from {{ receipt.payer }}
              <span class="soft">{{ showTime(receipt.at) }}, {{ receipt.by }}</span>
            </span>
            <span :class="{ wrong: receipt.state === 'failed' || receipt.state === 'differs' }">
              {{ PAID[receipt.state].word }}{{ receipt.problem ? ` (${receipt.problem})` : '' }}
              <template v-if="receipt.state === 'differs' && desk.may('receipt.giveBack')">
                <v-btn size="small" @click="settling = { receipt, outcome: 'madeRight' }">The bank made it right …</v-btn>
                <v-btn size="small" @click="settling = { receipt, outcome: 'returned' }">It came back …</v-btn>
              </template>
            </span>
          </li>
        </ul>
      </template>
      <TakePayment v-if="!ended && owed > 0 && !open && desk.may('receipt.take')" :file="file" :owed="owed" class="mt-3" />
      <div v-if="ended && back.back > 0" class="mt-3">
        <p>
          Of what was paid <b>{{ money(back.back) }}</b> goes back where it came from<template v-if="back.keeps > 0">; {{ money(back.keeps) }} is kept</template
          >.
        </p>
        <ul class="facts plain">
          <li v-for="kept in back.kept" :key="say(kept.label)">{{ money(kept.amount) }}, {{ say(kept.label) }}: {{ say(kept.why) }}</li>
        </ul>
        <div v-if="desk.may('receipt.giveBack') && !open" class="fields mt-2" style="--across: 3">
          <AskText v-model="reason" label="Why" />
          <AskText
            v-if="cameOver"
            v-model="overCounter"
            label="Number of the receipt over the counter"
            :error="others.find(({ path }) => path === 'overCounter')?.message"
          />
          <p class="row-actions">
            <v-btn variant="flat" :loading="busy === 'back'" :disabled="reason.trim().length < 3" @click="giveBack">Give back {{ money(back.back) }}</v-btn>
            <span v-if="reason.trim().length < 3" class="soft">waits for: why</span>
          </p>
        </div>
        <p v-else-if="!desk.may('receipt.giveBack')" class="soft"><Mark kind="waiting" /> A completer gives it back.</p>
      </div>
      <p v-if="problem" class="wrong mt-2" role="alert">{{ problem }}</p>
    </section>
    <ReasonDialog
      v-model="settleOpen"
      title="Settled with the bank"
      :text="
        settling?.outcome === 'madeRight' ? 'The bank took what was ordered after all: it counts as paid.' : 'The bank gave it back: it counts as refused.'
      "
      label="What the bank said"
      confirm="Keep it so"
      :run="settle"
    />
  </div>
</template>
