<script setup lang="ts">
import { CONSENT_WAY_LABEL } from '@cavren/contract';
import {
  applicantOf,
  assistanceLacks,
  assistanceOf,
  assistanceStanding,
  CHANGE_DIRECTION_LABEL,
  comparePlans,
  dayInWords,
  inPercent,
  moneyIn,
  personName,
  type FilePerson,
} from '@cavren/core';
import { mdiEmailOutline } from '@mdi/js';
import { computed, ref } from 'vue';
import { offerActs, WillHappen } from '../acts/index';
import { TermLines } from '../affordability/index';
import { Field, optionsOf, peopleOptions, Rows, useEditing, useGoTo, type ChapterProps, type Column } from '../file/index';
import { AskChoice, Fold, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

/** What is given towards a premium by income: who files with whom, the year foreseen, the result, and that it was read. */
const props = defineProps<ChapterProps>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const goTo = useGoTo(() => props.file.reference);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const free = computed(() => !props.locked && desk.may('details.write'));
const people = computed(() => props.file.people.filter(({ kind }) => kind === 'person'));
const isCovered = ({ id }: FilePerson): boolean => props.file.covers.some(({ personId }) => personId === id);
const claimers = (person: FilePerson) => people.value.filter(({ id }) => id !== person.id).map((other) => ({ value: other.id, label: personName(other) }));
const rules = computed(() => props.file.product.cover?.assistance ?? null);
const deductions = computed(() => (rules.value?.deductions ?? []).map(({ code, label }) => ({ value: code, label })));

const changeColumns = computed<Column[]>(() => [
  { field: 'personId', label: 'Whose', options: peopleOptions(props.file), width: '22%' },
  { field: 'what', width: '28%' },
  { field: 'direction', options: optionsOf(CHANGE_DIRECTION_LABEL), width: '12%' },
  { field: 'monthly', width: '18%' },
  { field: 'since', width: '16%' },
]);
const deductionColumns = computed<Column[]>(() => [
  { field: 'personId', label: 'Whose', options: peopleOptions(props.file), width: '26%' },
  { field: 'code', options: deductions.value, width: '46%' },
  { field: 'yearly', width: '20%' },
]);
const applicant = computed(() => applicantOf(props.file));
const fresh = computed(() => ({ personId: applicant.value?.id ?? '' }));

const asked = computed(() => props.file.request.assistance === 'asked');
const given = computed(() => assistanceOf(props.file, editing.today.value));
const lack = computed(() => assistanceLacks(props.file, editing.today.value));
const standing = computed(() => assistanceStanding(props.file, given.value));
const result = computed(() => props.file.assistanceResult);
const day = (at: string): string => dayInWords(at, props.file.pack.timeZone);
const readWord = computed(() => {
  const how = result.value?.readHow;
  return how == null ? '' : CONSENT_WAY_LABEL[how].toLowerCase();
});

const giving = ref(false);
const how = ref<'inPerson' | 'byPhone' | 'inWriting'>('inPerson');
const ways = (['inPerson', 'byPhone', 'inWriting'] as const).map((value) => ({ value, label: CONSENT_WAY_LABEL[value] }));
const read = (): Promise<boolean> => editing.act('/assistance/read', { resultId: result.value?.id ?? '', how: how.value });
const happens = computed(() => [
  { what: 'To', to: applicant.value ? personName(applicant.value) : '—' },
  { what: 'What it says', to: `${money(given.value?.most.value ?? 0)} a month at most, with how it comes about and who is not given anything` },
  { what: 'Then', to: 'A plan can be chosen once it was read' },
]);
offerActs(() =>
  free.value && asked.value
    ? [
        ...(standing.value === 'toGive' ? [{ name: 'Give the result', key: 'L', waits: null, run: () => (giving.value = true) }] : []),
        ...(standing.value === 'toRead' ? [{ name: 'Record as read', key: 'L', waits: null, run: () => read() }] : []),
      ]
    : [],
);
const plans = computed(() => comparePlans(props.file, editing.today.value).filter(({ each }) => each !== null));
</script>

<template>
  <section class="block">
    <h2>Assistance by income</h2>
    <div data-anchor="assistance" class="small-fields">
      <Field entity="request" field="assistance" :locked="locked" />
    </div>
  </section>

  <template v-if="asked">
    <section class="block">
      <h2>Who files taxes together</h2>
      <p class="soft mb-2">Who claims whom makes the household that counts; it may be another than who lives there.</p>
      <v-table class="sheet">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">Files income tax as</th>
            <th scope="col">Claimed by</th>
            <th scope="col">Other cover open to them</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="person in people" :key="person.id">
            <td>
              {{ personName(person) }}
              <span class="soft text-small d-block">{{ isCovered(person) ? 'to be covered' : 'only counted' }}</span>
            </td>
            <td>
              <Field v-if="!person.claimedBy" :id="person.id" entity="person" field="filingStatus" :locked="locked" bare />
            </td>
            <td>
              <Field :id="person.id" entity="person" field="claimedBy" :options="claimers(person)" empty="Nobody" :locked="locked" bare />
              <Field v-if="person.claimedBy" :id="person.id" entity="person" field="mustFile" :locked="locked" />
            </td>
            <td>
              <template v-if="isCovered(person)">
                <Field :id="person.id" entity="person" field="otherCover" :locked="locked" bare />
                <Field v-if="person.otherCover === 'employer'" :id="person.id" entity="person" field="employerCost" :locked="locked" />
              </template>
            </td>
          </tr>
        </tbody>
      </v-table>
    </section>

    <section class="block">
      <h2>What will change in the year</h2>
      <p class="soft mb-2">What stands in no income of the file yet: a season that is coming, hours that are cut.</p>
      <Rows
        entity="yearChange"
        :rows="file.yearChanges"
        :columns="changeColumns"
        :fresh="fresh"
        add-label="Change"
        :locked="locked"
        quiet
        empty="Nothing is expected to change."
      />
      <h3 class="mt-3">What is taken off</h3>
      <Rows
        entity="deduction"
        :rows="file.deductions"
        :columns="deductionColumns"
        :fresh="fresh"
        add-label="Deduction"
        :locked="locked"
        quiet
        empty="Nothing is taken off."
      />
    </section>

    <section class="block" aria-label="The result">
      <h2>The result</h2>
      <v-alert v-if="!given" class="note" role="note">
        It waits for
        <a v-if="lack" href="#" @click.prevent="goTo(lack.place)">{{ say(lack.what) }}</a>.
      </v-alert>
      <template v-else>
        <dl class="pairs">
          <dt>Income of the household in {{ given.year }}</dt>
          <dd>{{ money(given.income.value) }}, {{ inPercent(given.share.value) }} of the guideline for {{ given.household.members.length }}</dd>
          <dt>Expected of them</dt>
          <dd>{{ given.expected && given.percentage ? `${inPercent(given.percentage.value)} of it, ${money(given.expected.value)} a month` : '—' }}</dd>
          <dt>The benchmark</dt>
          <dd>{{ given.benchmark ? `${given.benchmark.plan}, ${money(given.benchmark.term.value)} a month` : '—' }}</dd>
          <dt>Assistance at most</dt>
          <dd>
            <b>{{ money(given.most.value) }} a month</b>
          </dd>
        </dl>
        <ul v-if="given.covered.some(({ why }) => why !== null)" class="facts plain">
          <li v-for="one in given.covered.filter(({ why }) => why !== null)" :key="one.coverId">
            {{ say(one.name) }} is not given assistance: {{ say(one.why ?? '') }}.
          </li>
        </ul>
        <Fold title="How it comes about" class="mt-2">
          <TermLines :terms="[given.most]" :currency="file.pack.currency" @go="goTo" />
          <TermLines :terms="[given.share]" :currency="file.pack.currency" @go="goTo" />
        </Fold>
        <p data-anchor="assistance-result" tabindex="-1" class="row-actions mt-3">
          <template v-if="standing === 'toGive'">
            <v-btn v-if="free" variant="flat" :prepend-icon="mdiEmailOutline" @click="giving = true">Give the result</v-btn>
            <span class="soft">{{ result ? 'It says something else now than what was given.' : 'Nobody was given it yet.' }}</span>
          </template>
          <template v-else-if="standing === 'toRead'">
            <AskChoice v-if="free" v-model="how" label="Read" :items="ways" />
            <v-btn v-if="free" variant="flat" @click="read">Record as read</v-btn>
            <span class="soft"
              >Given on {{ day(result?.givenAt ?? '') }} by {{ result?.givenBy }}; {{ applicant ? personName(applicant) : '' }} can read it at the front door
              too.</span
            >
          </template>
          <span v-else><Mark kind="settled" /> Read on {{ day(result?.readAt ?? '') }}, {{ readWord }}: a plan can be chosen.</span>
        </p>
      </template>
    </section>

    <section v-if="given && plans.length > 0" class="block">
      <h2>What each plan would cost them</h2>
      <v-table class="sheet">
        <thead>
          <tr>
            <th scope="col">Plan</th>
            <th scope="col">What it does</th>
            <th scope="col" class="figure">To pay each time</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ plan, each } in plans" :key="plan.code">
            <td>{{ plan.label }}</td>
            <td class="text-small">{{ plan.says }}</td>
            <td class="figure">{{ money(each ?? 0) }}</td>
          </tr>
        </tbody>
      </v-table>
      <p class="soft text-small mt-1">With assistance taken off. A plan is chosen in Cover.</p>
    </section>
  </template>

  <WillHappen v-model="giving" title="Give the result" confirm="Give it" :happens="happens" :run="() => editing.act('/assistance')" />
</template>
