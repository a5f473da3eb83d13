<script setup lang="ts">
import {
  besideLoan,
  classifyLease,
  dateInWords,
  earlyEnd,
  equipmentLacks,
  equipmentLease,
  inPercent,
  isConsumerLease,
  itemPrice,
  leasedPrice,
  moneyIn,
  parseDate,
  say as told,
} from '@cavren/core';
import { mdiFilePdfBox } from '@mdi/js';
import { computed, ref } from 'vue';
import { TermLines } from '../affordability/index';
import { Field, Rows, useEditing, useGoTo, useSending, useShown, type ChapterProps, type Column } from '../file/index';
import { AskText, Fold, Mark } from '../look/index';
import { OwedPart } from '../movingin/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

/** Equipment on lease: what is leased, its terms, how the payment is worked, what it counts as, what a loan for it would cost, and its delivery. */
const props = defineProps<ChapterProps>();
const say = useSay();
const desk = useDesk();
const editing = useEditing();
const goTo = useGoTo(() => props.file.reference);
const { showDate } = useShown();
const { send, problem, others, busy } = useSending();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const rules = computed(() => props.file.product.equipment);
const price = computed(() => leasedPrice(props.file));
const lacks = computed(() => equipmentLacks(props.file));
const lease = computed(() => equipmentLease(props.file, editing.today.value));
const classified = computed(() => classifyLease(props.file));
const beside = computed(() => besideLoan(props.file));
const ofConsumer = computed(() => isConsumerLease(props.file));
const example = computed(() => Math.min(lease.value?.months ?? 0, rules.value?.early.fromPayment ?? 0));
const bounds = computed(() => props.path.now.filter(({ key, place }) => key.startsWith('bound:') && place.chapter === 'equipment'));
const columns = computed<Column[]>(() => [
  { field: 'kind', label: 'Kind', options: (rules.value?.items ?? []).map(({ code: value, label }) => ({ value, label })), width: '14%' },
  { field: 'description', label: 'Make and model', width: '19%' },
  { field: 'supplier', label: 'Supplier', width: '14%' },
  { field: 'quote', label: 'Quote', width: '11%' },
  { field: 'price', label: 'Price of one', width: '16%' },
  { field: 'count', label: 'Count', width: '8%' },
  { field: 'state', label: 'State', width: '9%' },
  { field: 'ageYears', label: 'Age', width: '7%' },
]);
const testName = (code: string): string => say(told('equipment.test', { code }));

const delivers = computed(() => props.file.stage === 'completing' && desk.may('record.write'));
const serials = ref<Record<string, string>>({});
const days = ref<Record<string, string>>({});
const dayOf = (id: string) => (days.value[id]?.trim() ? parseDate(days.value[id], props.file.pack.dateOrder, editing.today.value) : editing.today.value);
const accept = (id: string): Promise<boolean> => send(id, '/equipment/accept', { itemId: id, serial: serials.value[id] ?? '', on: dayOf(id) });
const afterSigning = computed(() => ['completing', 'done'].includes(props.file.stage));
</script>

<template>
  <div>
    <section class="block">
      <h2>What is leased</h2>
      <Rows
        entity="leasedItem"
        :rows="file.leasedItems"
        :columns="columns"
        :fresh="{ count: 1, state: 'new' }"
        add-label="Item"
        :locked="locked"
        empty="Nothing yet."
      />
      <p v-if="price > 0" class="sum-line" data-anchor="items" tabindex="-1"><b>Price of all</b><b>{{ money(price) }}</b></p>
    </section>

    <section v-if="rules" class="block">
      <h2>On which terms</h2>
      <div class="fields mt-2" style="--across: 4">
        <Field entity="request" field="termMonths" :locked="locked" />
        <Field entity="request" field="downPayment" label="Paid at first" :locked="locked" :hint="`at most ${inPercent(rules.initialMost)} of the price`" />
        <Field entity="request" field="residual" :locked="locked" :hint="`at most ${inPercent(rules.residualMost)} of the price`" />
        <Field entity="request" field="paymentsDue" :locked="locked" />
        <Field entity="request" field="endChoice" :locked="locked" />
        <Field entity="request" field="optionPrice" :locked="locked" hint="empty where it can’t be bought" />
      </div>
      <v-alert v-for="one in bounds" :key="one.key" class="note ember mt-2" role="note">{{ say(one.what) }}. {{ say(one.why) }}</v-alert>
    </section>

    <v-alert v-if="lacks" class="note block" role="note">What it costs waits for {{ say(lacks) }}.</v-alert>
    <template v-if="lease && rules">
      <section class="block">
        <div class="chapter-head">
          <h2>What it costs</h2>
          <v-btn size="small" variant="text" :prepend-icon="mdiFilePdfBox" :href="`${editing.url}/equipment/sheet`" target="_blank" rel="noopener"
            >Beside a loan, on one sheet</v-btn
          >
        </div>
        <dl class="pairs mt-2">
          <dt>Each payment</dt>
          <dd>
            <b>{{ money(lease.payment) }}</b> a month, {{ lease.months }} of them {{ lease.due === 'advance' ? 'in advance' : 'in arrears'
            }}<template v-if="lease.paymentTax > 0">, of it {{ money(lease.paymentTax) }} tax</template>
            <TermLines :terms="lease.terms" :currency="file.pack.currency" @go="goTo" />
          </dd>
          <dt>Financed</dt>
          <dd>{{ money(lease.adjusted) }}, of which {{ money(lease.depreciation) }} is lost in value and {{ money(lease.residual) }} is left at the end</dd>
          <dt>Rent charge</dt>
          <dd>{{ money(lease.rentCharge) }} in all; implicit rate {{ inPercent(lease.implicitRate) }} a year, money factor {{ lease.moneyFactor }}</dd>
          <dt>If it ends early</dt>
          <dd>after payment {{ example }}: {{ money(earlyEnd(lease, rules, example)) }}, less what it brings</dd>
          <dt>A consumer’s lease</dt>
          <dd>{{ ofConsumer ? `yes: the agreement has the disclosures of 12 CFR 1013.4 (${rules.consumer?.source})` : 'no' }}</dd>
        </dl>
        <Fold class="mt-2" title="Every payment, with interest and what is owed after it">
          <v-table>
            <thead>
              <tr>
                <th scope="col">Payment</th>
                <th scope="col" class="figure">Base</th>
                <th scope="col" class="figure">Tax</th>
                <th scope="col" class="figure">Interest</th>
                <th scope="col" class="figure">Off what is owed</th>
                <th scope="col" class="figure">Owed after</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in lease.payments" :key="one.number">
                <td>{{ one.number }}. {{ dateInWords(one.dueOn) }}</td>
                <td class="figure">{{ money(one.base) }}</td>
                <td class="figure">{{ one.tax > 0 ? money(one.tax) : '—' }}</td>
                <td class="figure">{{ money(one.interest) }}</td>
                <td class="figure">{{ money(one.principal) }}</td>
                <td class="figure">{{ money(one.liability) }}</td>
              </tr>
            </tbody>
          </v-table>
        </Fold>
      </section>

      <section v-if="beside" class="block">
        <h2>Beside a loan for the same</h2>
        <v-table class="sheet mt-2">
          <thead>
            <tr>
              <th scope="col"><span class="d-sr-only">What</span></th>
              <th scope="col" class="figure">This lease</th>
              <th scope="col" class="figure">A loan</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Paid at first</th>
              <td class="figure">{{ money(beside.lease.atFirst) }}</td>
              <td class="figure">{{ money(beside.loan.atFirst) }}</td>
            </tr>
            <tr>
              <th scope="row">Rate a year</th>
              <td class="figure">{{ inPercent(lease.implicitRate) }}</td>
              <td class="figure">{{ inPercent(beside.loan.rate) }}</td>
            </tr>
            <tr>
              <th scope="row">Each payment, {{ lease.months }} of them</th>
              <td class="figure">{{ money(lease.payment) }}</td>
              <td class="figure">{{ money(beside.loan.payment) }}</td>
            </tr>
            <tr>
              <th scope="row">At the end, giving it back</th>
              <td class="figure">{{ money(beside.lease.atEnd) }}</td>
              <td class="figure">—</td>
            </tr>
            <tr>
              <th scope="row"><b>In all, giving it back</b></th>
              <td class="figure">
                <b>{{ money(beside.lease.total) }}</b>
              </td>
              <td class="figure">—</td>
            </tr>
            <tr>
              <th scope="row"><b>In all, owning it then</b></th>
              <td class="figure">
                <b>{{ beside.owned === null ? '—' : money(beside.owned) }}</b>
              </td>
              <td class="figure">
                <b>{{ money(beside.loan.total) }}</b>
              </td>
            </tr>
          </tbody>
        </v-table>
      </section>

      <section v-if="classified" class="block">
        <h2>{{ classified.finance ? 'It counts as a lease of finance' : 'It counts as an operating lease' }}</h2>
        <p class="soft">A purchase in all but its name, where one of these holds (common practice).</p>
        <ul class="facts plain mt-2">
          <li v-for="test in classified.tests" :key="test.code">
            <Mark :kind="test.met ? 'partly' : 'open'" /> <b>{{ testName(test.code) }}</b>: {{ test.met ? 'yes' : 'no'
            }}<template v-if="test.share !== null && test.from !== null"
              >, {{ inPercent(test.share) }}; {{ test.code === 'option' ? 'a bargain below' : 'from' }} {{ inPercent(test.from) }}</template
            >
            <TermLines v-if="test.terms.length > 0" :terms="test.terms" :currency="file.pack.currency" @go="goTo" />
          </li>
        </ul>
      </section>
    </template>

    <OwedPart
      v-if="afterSigning || file.receipts.length > 0 || path.now.some(({ key }) => key.startsWith('owed:'))"
      :file="file"
      title="Paid before the delivery"
    />

    <section v-if="afterSigning" class="block">
      <h2>Delivery</h2>
      <v-alert v-if="problem" class="note ember mt-2" role="alert">{{ problem }}</v-alert>
      <ul class="lines plain">
        <li v-for="item in file.leasedItems" :key="item.id">
          <span>
            <Mark :kind="item.deliveredOn ? 'settled' : 'open'" /> <b>{{ item.description }}</b>, {{ money(itemPrice(item)) }}
            <span v-if="item.deliveredOn" class="soft">delivered {{ showDate(item.deliveredOn) }}, number {{ item.serial }}</span>
          </span>
          <form v-if="!item.deliveredOn && delivers" class="row-actions" @submit.prevent="accept(item.id)">
            <AskText
              :model-value="serials[item.id] ?? ''"
              :data-anchor="`${item.id}.serial`"
              label="Number on it"
              @update:model-value="(text: string) => (serials[item.id] = text)"
            />
            <AskText
              :model-value="days[item.id] ?? ''"
              label="Delivered on"
              :placeholder="showDate(editing.today.value)"
              :error="dayOf(item.id) === null ? 'This is no date' : others.find(({ path: at }) => at === 'on')?.message"
              @update:model-value="(text: string) => (days[item.id] = text)"
            />
            <v-btn type="submit" size="small" :loading="busy === item.id" :disabled="!serials[item.id]?.trim() || dayOf(item.id) === null">Delivered</v-btn>
          </form>
        </li>
      </ul>
      <p class="soft text-small">The supplier is paid on the Decision page, by a third person, once everything is delivered and paid.</p>
    </section>
  </div>
</template>
