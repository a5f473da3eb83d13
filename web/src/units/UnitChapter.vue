<script setup lang="ts">
import {
  applicantsOf,
  criteriaOf,
  lastDayOf,
  lateCapOf,
  lateFeeInWords,
  depositMonthsMost,
  leaseDeposit,
  leaseLacks,
  leaseTermsOf,
  letOf,
  letUntil,
  moneyIn,
  occupancyOf,
  personName,
  petsCharged,
  rentOf,
  sharingOf,
  whatFitsLease,
  type LeaseRules,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { offerActs } from '../acts/index';
import { TermLines } from '../affordability/index';
import { Field, Rows, useEditing, useGoTo, useSending, useShown, type ChapterProps, type Column } from '../file/index';
import { Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import FindUnit from './FindUnit.vue';
import RoundPart from './RoundPart.vue';

/** The unit that is held for the file, found by need; for how long it is let, what comes beside it, who may live there. */
const props = defineProps<ChapterProps>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const { showDate, showTime } = useShown();
const { send, problem, busy, others } = useSending();
const goTo = useGoTo(() => props.file.reference);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const rules = computed<LeaseRules | null>(() => props.file.product.lease);
const free = computed(() => !props.locked && desk.may('unit.hold'));
const byDraw = computed(() => props.file.product.draw !== null);
const held = computed(() => props.file.unit);
const wanted = computed(() => letOf(props.file.request));
const until = computed(() => letUntil(props.file));
/** How a let goes on after its term, where nobody knows yet when it ends. */
const goingOn = computed(() => (held.value?.goesOn && rules.value ? `, then ${AFTER_TERM[rules.value.notice.end]} until notice is given` : ''));
const otherDates = computed(
  () => held.value !== null && wanted.value !== null && (wanted.value.startsOn !== held.value.startsOn || wanted.value.endsOn !== held.value.endsOn),
);
const listed = computed(() => {
  const { termMonths } = props.file.request;
  return held.value && termMonths !== null ? rentOf(held.value.unit, held.value.startsOn, termMonths) : null;
});
const terms = computed(() => leaseTermsOf(props.file));
const lacks = computed(() => leaseLacks(props.file));
const occupancy = computed(() => occupancyOf(props.file, editing.today.value));
const region = computed(() => held.value?.unit.region ?? null);
const asked = computed(() => (terms.value ? leaseDeposit(props.file, terms.value.rent) : null));
const late = computed(() =>
  rules.value && terms.value ? lateFeeInWords(rules.value.late, lateCapOf(props.file.pack, region.value), terms.value.rent, terms.value.startsOn) : null,
);
const lateLaw = computed(() => lateCapOf(props.file.pack, region.value)?.source ?? null);
const criteria = computed(() => criteriaOf(props.file.product));
const pets = computed(() => petsCharged(props.file).length);
const applicants = computed(() => applicantsOf(props.file));
const sharing = computed(() => sharingOf(props.file, editing.today.value));
const fits = computed(() => whatFitsLease(props.file, editing.today.value));
const nextSharer = computed(
  () => applicants.value.find(({ id }) => !props.file.rentShares.some(({ personId }) => personId === id))?.id ?? applicants.value[0]?.id ?? '',
);
const shareColumns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: applicants.value.map((person) => ({ value: person.id, label: personName(person) })), width: '50%' },
  { field: 'amount', label: 'Part of the rent a month', width: '34%' },
]);
/** The same for everybody; what doesn't divide is the first one's. */
function shareEvenly(): void {
  const rent = props.file.request.amount ?? 0;
  const each = Math.floor(rent / applicants.value.length);
  editing.change(
    'the rent shared evenly',
    applicants.value.map(({ id }, at) => ({
      op: 'add',
      entity: 'rentShare',
      id: nanoid(),
      values: { personId: id, amount: at === 0 ? rent - each * (applicants.value.length - 1) : each },
    })),
  );
}
const AFTER_TERM = { ends: '', monthToMonth: 'from month to month', renews: 'for another term each time' } as const;
const STATE = { held: 'held', kept: 'kept for this file,', let: 'let' } as const;
const hold = (unitId: string): Promise<boolean> => send(unitId, '/unit', { unitId });
const release = (): Promise<boolean> => send('release', '/unit/release', {});
const takeRent = (): void => editing.leave('request', null, 'amount', listed.value);
const extraColumns = computed<Column[]>(() => [
  {
    field: 'code',
    label: 'What',
    options: (rules.value?.extras ?? []).map(({ code, label, monthly }) => ({ value: code, label: `${label}, ${money(monthly)} a month`, short: label })),
    width: '60%',
  },
  { field: 'count', label: 'How many', width: '22%' },
]);
const waiverColumns = computed<Column[]>(() => [
  {
    field: 'code',
    label: 'Fee',
    options: (rules.value?.fees ?? [])
      .filter(({ waivable }) => waivable)
      .map(({ code, label, amount }) => ({ value: code, label: `${label}, ${money(amount)}`, short: label })),
    width: '36%',
  },
  { field: 'reason', label: 'Why', width: '50%' },
]);
offerActs(() =>
  free.value && held.value && (otherDates.value || (held.value.state === 'held' && !byDraw.value))
    ? [
        {
          name: otherDates.value ? 'Hold it for the days asked for' : 'Hold it longer',
          key: null,
          waits: null,
          run: () => void hold(held.value?.unit.id ?? ''),
        },
      ]
    : [],
);
</script>

<template>
  <div>
    <RoundPart v-if="byDraw" :file="file" :locked="locked" />
    <section class="block">
      <h2>The unit</h2>
      <div data-anchor="unit" tabindex="-1" class="row-actions mt-1">
        <template v-if="held">
          <Mark :kind="otherDates ? 'blocked' : held.state === 'held' ? 'partly' : 'settled'" />
          <b>{{ held.unit.label }}</b>
          <span>{{ held.unit.plan.label }}, {{ held.unit.plan.size }} {{ held.unit.plan.sizeUnit }}</span>
          <span class="soft">{{ STATE[held.state] }} {{ showDate(held.startsOn) }} to {{ showDate(lastDayOf(until ?? held.endsOn)) }}{{ goingOn }}</span>
          <span v-if="held.holdsUntil" class="soft">· until {{ showTime(held.holdsUntil) }}</span>
          <template v-if="free && (!byDraw || otherDates)">
            <v-btn v-if="held.state === 'held'" size="small" :loading="busy === held.unit.id" @click="hold(held.unit.id)">{{
              otherDates ? 'Hold it for the days asked for' : 'Hold it longer'
            }}</v-btn>
            <v-btn v-if="!byDraw" size="small" variant="text" :loading="busy === 'release'" @click="release">Let it go</v-btn>
          </template>
        </template>
        <template v-else
          ><Mark kind="open" /> <span>{{ byDraw ? 'None yet: it comes by an offer down the list of the round.' : 'No unit is held yet.' }}</span></template
        >
      </div>
      <p v-if="held" class="soft text-small mt-1">
        {{ [held.unit.plan.rooms.join(', '), `with it: ${held.unit.plan.includes.join(', ').toLowerCase()}`, ...held.unit.access].filter(Boolean).join(' · ') }}
      </p>
      <img
        v-if="held?.unit.plan.picture"
        :src="`/api/unit-pictures/${held.unit.plan.picture}`"
        :alt="`Plan: ${held.unit.plan.label}`"
        class="border mt-2"
        width="220"
      />
      <p v-if="listed !== null && file.request.amount !== listed" class="row-actions mt-2">
        <v-btn v-if="free" size="small" @click="takeRent">Take the rent of the list: {{ money(listed) }}</v-btn>
        <span class="soft">for {{ file.request.termMonths }} months from {{ showDate(held?.startsOn ?? null) }}</span>
      </p>
      <v-alert v-if="problem" class="note ember mt-2" role="alert">
        {{ problem }}
        <p v-if="others.length > 0" class="row-actions mt-1">
          <v-btn v-for="other in others" :key="other.path" size="small" @click="hold(other.path)">Hold {{ other.message }}</v-btn>
        </p>
      </v-alert>
      <template v-if="free && rules && !byDraw">
        <h3 class="mt-3">{{ held ? 'Another one instead' : 'Find one' }}</h3>
        <FindUnit
          v-if="wanted && file.request.termMonths !== null"
          :stock="rules.stock"
          :from="wanted.startsOn"
          :months="file.request.termMonths"
          :place="file.pack"
          :reference="file.reference"
          :held="held?.unit.id ?? null"
          :holds="hold"
          :busy="busy"
          v-bind="rules.occupancy ? { people: occupancy.counted.length } : {}"
        />
        <v-alert v-else class="note mt-1" role="note">
          Say first
          <a href="#" @click.prevent="goTo({ chapter: 'request', anchor: file.request.advanceOn === null ? 'advanceOn' : 'termMonths' })"
            >from when and for how many months</a
          >.
        </v-alert>
      </template>
    </section>

    <section v-if="rules" class="block">
      <h2>For how long, and on which terms</h2>
      <div class="fields mt-2" style="--across: 3">
        <Field entity="request" field="leaseEndsOn" :locked="locked" hint="where it isn’t that of the term" />
        <Field
          v-if="rules.concession"
          entity="request"
          field="freeMonths"
          :locked="locked"
          :hint="`at most ${rules.concession.most}, the ${rules.concession.which} of them`"
        />
        <Field
          entity="request"
          field="depositMonths"
          label="Deposit in months of rent"
          :locked="locked"
          :hint="`${rules.deposit.months} where nothing is said, at most ${depositMonthsMost(file)}`"
        />
      </div>
      <v-alert v-if="!terms" class="note mt-2" role="note">It waits for {{ lacks ? say(lacks) : 'the term' }}.</v-alert>
      <template v-else>
        <dl class="pairs mt-3">
          <dt>Let</dt>
          <dd>{{ showDate(terms.startsOn) }} to {{ showDate(lastDayOf(terms.endsOn)) }}, {{ terms.months.length }} rents</dd>
          <dt>Notice</dt>
          <dd>
            {{ rules.notice.months === 1 ? 'one month' : `${rules.notice.months} months` }}, by {{ showDate(terms.noticeBy) }};
            {{ { ends: 'it ends', monthToMonth: 'then from month to month', renews: 'then it is renewed' }[rules.notice.end] }}
          </dd>
          <dt>Paid late</dt>
          <dd>{{ late ? say(late) : '—' }}<span v-if="lateLaw" class="soft text-small d-block">{{ lateLaw }}</span></dd>
          <template v-if="asked">
            <dt>Deposit</dt>
            <dd>
              {{ money(asked.deposit.term.value) }}
              <span v-if="asked.deposit.cap" class="soft text-small d-block">By law at most {{ money(asked.deposit.cap.value) }}: {{ asked.source }}</span>
            </dd>
          </template>
        </dl>
        <Fold class="mt-2" title="Every month">
          <v-table>
            <thead>
              <tr>
                <th scope="col">Month</th>
                <th scope="col">Due</th>
                <th scope="col" class="figure">Rent</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="month in terms.months" :key="month.from">
                <td>{{ showDate(month.from) }} to {{ showDate(lastDayOf(month.until)) }}</td>
                <td>{{ showDate(month.dueOn) }}</td>
                <td class="figure">
                  {{ month.free ? 'free' : money(month.term.value) }}
                  <TermLines v-if="month.term.terms" :terms="month.term.terms" :currency="file.pack.currency" @go="goTo" />
                </td>
              </tr>
            </tbody>
          </v-table>
        </Fold>
      </template>
    </section>

    <section v-if="rules && rules.extras.length > 0" class="block">
      <h2>Let beside it</h2>
      <Rows
        entity="leaseExtra"
        :rows="file.leaseExtras"
        :columns="extraColumns"
        :fresh="{ code: rules.extras[0]?.code ?? null, count: 1 }"
        add-label="Extra"
        :locked="locked"
        quiet
        empty="Nothing beside the unit."
      />
    </section>

    <section v-if="rules && rules.fees.some(({ waivable }) => waivable)" class="block">
      <h2>Fees that are waived</h2>
      <Rows
        entity="feeWaiver"
        :rows="file.feeWaivers"
        :columns="waiverColumns"
        :fresh="{}"
        add-label="Waiver"
        :locked="locked"
        quiet
        empty="Every fee of the list is asked for."
      />
    </section>

    <section v-if="sharing || applicants.length > 1" class="block">
      <h2>Who pays which part</h2>
      <p class="soft mb-2">Where several share and keep their money apart. Each owes the whole rent all the same.</p>
      <Rows
        entity="rentShare"
        :rows="file.rentShares"
        :columns="shareColumns"
        :fresh="{ personId: nextSharer }"
        add-label="Part"
        :locked="locked"
        quiet
        empty="They carry it together."
      />
      <p v-if="applicants.length > 1 && free && file.rentShares.length === 0 && file.request.amount" class="row-actions mt-2">
        <v-btn size="small" @click="shareEvenly">Share it evenly</v-btn>
      </p>
      <v-table v-if="sharing" class="sheet mt-2">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col" class="figure">Income that counts</th>
            <th scope="col" class="figure">Carries their part</th>
            <th scope="col" class="figure">Carries all of it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in sharing.sharers" :key="one.personId">
            <th scope="row">{{ one.name }}</th>
            <td class="figure">{{ money(one.income.value) }}</td>
            <td class="figure">{{ one.own ? `${one.own.value.toFixed(2)} ×` : '—' }}</td>
            <td class="figure">{{ one.all ? `${one.all.value.toFixed(2)} ×` : '—' }}</td>
          </tr>
        </tbody>
      </v-table>
      <v-alert v-if="sharing && sharing.over !== 0" class="note ember mt-2" role="note">
        The parts are {{ money(Math.abs(sharing.over)) }} {{ sharing.over > 0 ? 'more' : 'less' }} than {{ money(sharing.rent) }}, what is left of the rent
        after subsidies.
      </v-alert>
    </section>

    <section v-if="fits.length > 0" class="block" aria-label="What would make it fit">
      <h2>What would make it fit</h2>
      <ul class="facts plain">
        <li v-for="one in fits" :key="one.lever" class="row-actions">
          <span class="flex-1-1"><b>{{ say(one.label) }}</b><span v-if="one.lever === 'term'" class="soft">, {{ money(one.rent) }} a month</span></span>
          <v-btn v-if="one.changes.length > 0 && free" size="small" @click="editing.change(say(one.label), one.changes)">Make it so</v-btn>
        </li>
        <li v-if="file.product.guarantor && !file.people.some(({ role }) => role === 'guarantor')">
          <b>A guarantor</b><span class="soft">: {{ file.product.guarantor.limits.map(({ rule }) => rule).join(' ') }}</span>
        </li>
      </ul>
    </section>

    <section v-if="rules?.occupancy" class="block">
      <h2>Who lives there</h2>
      <p data-anchor="occupancy" tabindex="-1">
        <Mark :kind="occupancy.problems.length > 0 ? 'blocked' : occupancy.most === null ? 'open' : 'settled'" />
        {{ occupancy.counted.length === 1 ? 'One' : occupancy.counted.length }} of {{ occupancy.most ?? '—' }}: {{ occupancy.counted.join(', ')
        }}<template v-if="occupancy.infants.length > 0">; too young to count: {{ occupancy.infants.join(', ') }}</template
        ><template v-if="pets > 0">; {{ pets === 1 ? 'one pet' : `${pets} pets` }}</template>.
      </p>
      <p v-for="one in occupancy.problems" :key="say(one)" class="wrong">{{ say(one) }}</p>
      <p class="soft text-small">{{ rules.occupancy.why }}</p>
    </section>

    <section class="block">
      <Fold :title="`The criteria, the same for all: version ${criteria.version}, since ${showDate(criteria.since)}`">
        <ul>
          <li v-for="rule in criteria.rules" :key="say(rule)">{{ say(rule) }}</li>
        </ul>
        <p class="soft text-small mt-2">They are shown at the front door before anybody pays, and this file keeps the version that it was opened with.</p>
      </Fold>
    </section>
  </div>
</template>
