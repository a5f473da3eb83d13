<script setup lang="ts">
import { barToRelease, moneyIn, paidBar, paidOutOf, paymentBar, payoutLines, type FileState, type Path, type PayoutLine } from '@cavren/core';
import { computed, ref } from 'vue';
import { ReasonDialog } from '../acts/index';
import { useEditing, useShown } from '../file/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';

/** Who is paid, what the bank says of each account and payment, and what is done about it next. */
const props = defineProps<{ file: FileState; path: Path; busy: string }>();
const emit = defineEmits<{ verify: []; release: []; sendBack: [] }>();
const say = useSay();
const desk = useDesk();
const editing = useEditing();
const { showTime } = useShown();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const lines = computed(() => payoutLines(props.file));
const bar = computed(() => (desk.me ? barToRelease(props.file, desk.me.id) : null));
const waits = computed(() => props.path.now.filter(({ key }) => !key.startsWith('payout:release'))[0]?.what ?? null);
const toVerify = computed(() => lines.value.filter(({ state }) => state.releasedAt === null && state.verifiedAt === null && state.verifyAskedAt === null));
/** What came of a payment that was not as ordered, while its reason is asked. */
const settling = ref<{ payeeId: string | null; outcome: 'madeRight' | 'returned' } | null>(null);
const ORDER_WORD = {
  ordered: 'on its way to the bank',
  unknown: 'what the bank did isn’t known yet; it is asked until it says, and nothing else moves this file',
  done: 'paid',
  failed: 'the bank refused it',
  differs: 'the bank did something else; settle it with the bank, nothing moves this file until then',
} as const;
const orderMark = ({ state: { order } }: PayoutLine) =>
  order?.state === 'failed' || order?.state === 'differs' ? 'blocked' : order?.state === 'done' ? 'settled' : 'waiting';
</script>

<template>
  <div>
    <p data-anchor="payout" tabindex="-1">
      <b>Pay-out of {{ money(paidOutOf(file)) }}</b>
      <span v-if="lines.length > 1" class="soft"> to {{ lines.length }} who are paid</span>
    </p>
    <div v-for="line in lines" :key="line.to.payeeId ?? ''" class="mt-1">
      <p class="row-actions">
        <b class="figure">{{ money(line.to.amount) }}</b>
        <span>
          to {{ line.to.name ?? '—' }}, account ending <span class="mono">{{ line.to.account?.tail }}</span>
          <template v-if="line.to.reference">, “{{ line.to.reference }}”</template>
        </span>
        <span v-if="line.state.verifiedAt">
          <Mark kind="settled" />
          verified by the bank {{ showTime(line.state.verifiedAt) }}
        </span>
        <span v-else-if="line.state.verifyAskedAt" role="status">
          <Mark kind="waiting" />
          {{ line.state.verifyProblem ?? 'the bank is asked about it' }}
        </span>
        <span v-else class="wrong">
          <Mark kind="blocked" />
          {{ line.state.verifyProblem ?? 'not verified yet' }}
        </span>
      </p>
      <v-alert
        v-if="line.state.order"
        class="note mt-1"
        :class="line.state.order.state === 'ordered' || line.state.order.state === 'done' ? 'iris' : 'ember'"
        role="status"
      >
        <Mark :kind="orderMark(line)" />
        {{ money(line.state.order.amount) }} ordered {{ showTime(line.state.order.orderedAt) }} by {{ line.state.order.orderedBy }}:
        {{ ORDER_WORD[line.state.order.state] }}{{ line.state.order.problem ? ` (${line.state.order.problem})` : '' }}.
      </v-alert>
      <p v-if="line.state.toCorrect" class="soft">The number of this account can be put right in Request; the bank is asked again then.</p>
      <div v-if="line.state.order?.state === 'differs' && desk.may('payout.release')" class="row-actions mt-1">
        <v-btn :disabled="bar !== null" @click="settling = { payeeId: line.to.payeeId, outcome: 'madeRight' }">The bank made it right …</v-btn>
        <v-btn :disabled="bar !== null" @click="settling = { payeeId: line.to.payeeId, outcome: 'returned' }">The money came back …</v-btn>
        <span v-if="bar" class="soft">{{ say(bar) }}</span>
      </div>
    </div>
    <div v-if="!paymentBar(file)" class="row-actions mt-3">
      <v-btn v-if="desk.may('payout.verify') && toVerify.length > 0" :loading="busy === 'verify'" @click="emit('verify')">
        {{ lines.length > 1 ? 'Verify the accounts' : 'Verify the account' }}
      </v-btn>
      <template v-if="desk.may('payout.release')">
        <v-btn variant="flat" title="Alt+A" :disabled="bar !== null || waits !== null" @click="emit('release')">{{ file.product.words.release }} …</v-btn>
        <v-btn v-if="!paidBar(file)" :disabled="bar !== null" @click="emit('sendBack')">Send back with a question …</v-btn>
        <span v-if="bar" class="soft">{{ say(bar) }}</span>
        <span v-else-if="waits" class="soft">waits for: {{ sayWithin(say, waits) }}</span>
      </template>
      <span v-else class="soft">
        <Mark kind="waiting" />
        A completer releases the money.
      </span>
    </div>
    <ReasonDialog
      :model-value="settling !== null"
      :title="settling?.outcome === 'madeRight' ? 'The bank made it right' : 'The money came back'"
      :text="
        settling?.outcome === 'madeRight'
          ? 'This payment is done as ordered; once all are, the applicants are told.'
          : 'The order counts as refused: the money can be released again.'
      "
      label="What was settled, with whom"
      confirm="Settle the payment"
      :run="(word: string) => editing.act('/payout/settle', { ...settling, word })"
      @update:model-value="settling = null"
    />
  </div>
</template>
