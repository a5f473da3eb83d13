<script setup lang="ts">
import {
  barToPlan,
  bodyMassOf,
  comparePlans,
  coveredName,
  dateInWords,
  eventOf,
  inFeet,
  inPounds,
  isOpenEnrolled,
  moneyIn,
  personName,
  plays,
  premiumOf,
  windowOf,
  type Cover,
  type CoverRider,
  type CoverRules,
  type Role,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { Field, peopleOptions, Rows, useEditing, useGoTo, type ChapterProps, type Column } from '../file/index';
import { Mark } from '../look/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';
import CoverFits from './CoverFits.vue';
import ReplacedCover from './ReplacedCover.vue';

/** Who is covered for what, what each costs a year, and the plans side by side. */
const say = useSay();
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const rules = computed<CoverRules | null>(() => props.file.product.cover);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const options = (entries: readonly { code: string; label: string }[] = []) => entries.map(({ code, label }) => ({ value: code, label }));
/** What is asked of a benefit that is paid each month; a plan that meets what care costs has none. */
const benefitColumns = () => [
  { field: 'benefit', label: 'Benefit a month', width: '12%' },
  {
    field: 'waitingDays',
    label: 'Waits',
    options: (rules.value?.waitingDays ?? []).map((days) => ({ value: String(days), label: `${days} days` })),
    width: '10%',
  },
  {
    field: 'benefitMonths',
    label: 'Paid for',
    options: (rules.value?.benefitMonths ?? []).map((months) => ({ value: String(months), label: `${months} months` })),
    width: '13%',
  },
  { field: 'occupation', options: options(rules.value?.occupations), width: '14%' },
];
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: '14%' },
  { field: 'plan', options: options(rules.value?.plans), width: '16%' },
  ...(rules.value?.benefit ? benefitColumns() : [{ field: 'tobacco', width: '18%' }]),
]);
const NOT_COVERED: readonly Role[] = ['beneficiary', 'contact', 'emergencyContact'];
/** Persons of the file who aren't covered yet, those who could be. */
const uncovered = computed(() =>
  props.file.people.filter(
    (person) => person.kind === 'person' && !plays(person, NOT_COVERED) && !props.file.covers.some(({ personId }) => personId === person.id),
  ),
);
/** What is the same for everybody, as the first who is covered has it. */
const SAME = ['plan', 'waitingDays', 'benefitMonths', 'enrolment', 'enrolmentOn'] as const;
const same = computed(() => {
  const [first] = props.file.covers;
  return first ? Object.fromEntries(SAME.map((field) => [field, first[field]])) : {};
});
const fresh = computed(() => ({ ...same.value, personId: uncovered.value[0]?.id ?? '' }));
const coverAll = (): void =>
  editing.change(
    'cover of the household',
    uncovered.value.map(({ id }) => ({ op: 'add', entity: 'cover', id: nanoid(), values: { ...same.value, personId: id } })),
  );
/** The first who is covered, where this one's cover is another than theirs. */
function otherThan(cover: Cover): Cover | null {
  const [first] = props.file.covers;
  return first && first.id !== cover.id && SAME.some((field) => cover[field] !== first[field]) ? first : null;
}
const makeSame = (cover: Cover): void =>
  editing.change(
    'the same cover',
    SAME.map((field) => ({ op: 'set', entity: 'cover', id: cover.id, field, value: props.file.covers[0]?.[field] ?? null })),
  );
const nameOf = (cover: Cover): string => say(coveredName(props.file, cover));
const premium = computed(() => premiumOf(props.file, editing.today.value));
const yearOf = (row: { id: string }): number | null => premium.value?.persons.find(({ coverId }) => coverId === row.id)?.term.value ?? null;
const coverOf = (row: { id: string }): Cover => row as Cover;
/** Both measures are said, whichever was typed; and the index that follows. */
function heightLabel({ height }: Cover): string {
  if (height === null) return 'Height in cm or ft';
  const { feet, inches } = inFeet(height);
  return `Height in cm (${feet} ft ${inches} in)`;
}
function weightLabel(cover: Cover): string {
  const index = bodyMassOf(cover);
  const said = cover.weight === null ? 'Weight in kg or lb' : `Weight in kg (${inPounds(cover.weight)} lb)`;
  return index === null ? said : `${said}, index ${index}`;
}
const factsOf = (row: { id: string }) => [yearOf(row)];
const riderColumns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: '22%' },
  { field: 'code', label: 'Rider', options: options(rules.value?.riders), width: '28%' },
]);
const riderOf = (row: { id: string }): CoverRider => row as CoverRider;
/** Whether the day of what opens it is asked: not of an age, which the birth date says. */
const asksDay = (cover: Cover): boolean => eventOf(props.file, cover)?.age === undefined && cover.enrolment !== null;
function windowWords(cover: Cover): string {
  const window = windowOf(props.file, cover);
  if (!window) return '';
  const open = isOpenEnrolled(props.file, cover);
  return `open from ${dateInWords(window.from)} to ${dateInWords(window.until)}${open ? ': no questions about health' : ', and the application came outside of it'}`;
}
const problems = computed(() => props.path.entries.filter(({ key }) => key.startsWith('cover:')));
const bar = computed(() => barToPlan(props.file));
const goTo = useGoTo(() => props.file.reference);
const plans = computed(() => comparePlans(props.file, editing.today.value));
const unlocked = computed(() => !props.locked && desk.may('details.write'));
const free = computed(() => unlocked.value && props.file.covers.length > 0);
const isChosen = (code: string): boolean => props.file.covers.length > 0 && props.file.covers.every(({ plan }) => plan === code);
const choose = (code: string): void =>
  editing.change(
    'the plan of everybody',
    props.file.covers.map(({ id }) => ({ op: 'set', entity: 'cover', id, field: 'plan', value: code })),
  );
const covered = computed(() => [...new Set(props.file.covers.map(({ personId }) => personId))].length);
/** People of the household who are only counted. */
const counted = computed(() => uncovered.value.filter((person) => plays(person, ['applicant', 'coApplicant', 'dependant', 'householdMember'])).map(personName));
</script>

<template>
  <section class="block">
    <h2>Who is covered</h2>
    <p class="soft mb-3">
      {{ covered === 1 ? 'One person is covered' : `${covered} persons are covered`
      }}{{ counted.length > 0 ? `; counted with them, and not covered: ${counted.join(', ')}` : '' }}.
    </p>
    <Rows
      entity="cover"
      :rows="file.covers"
      :columns="columns"
      :fresh="fresh"
      add-label="Cover"
      :locked="locked"
      :facts="factsOf"
      empty="Nobody is covered yet."
    >
      <template #heads>
        <th scope="col" class="figure">A year</th>
      </template>
      <template #cells="{ row }">
        <td class="figure counted">{{ yearOf(row) === null ? '—' : money(yearOf(row) ?? 0) }}</td>
      </template>
      <template #under="{ row }">
        <div class="more small-fields">
          <template v-if="rules?.benefit">
            <Field :id="row.id" entity="cover" field="tobacco" :locked="locked" />
            <Field :id="row.id" entity="cover" field="height" :label="heightLabel(coverOf(row))" :locked="locked" />
            <Field :id="row.id" entity="cover" field="weight" :label="weightLabel(coverOf(row))" :locked="locked" />
            <Field :id="row.id" entity="cover" field="otherCover" :locked="locked" />
          </template>
          <template v-if="rules && rules.enrolment.length > 0">
            <Field
              :id="row.id"
              entity="cover"
              field="enrolment"
              :options="options(rules.enrolment)"
              :empty="rules.underwriting ? 'Underwritten' : 'The yearly enrolment'"
              :locked="locked"
            />
            <Field v-if="asksDay(coverOf(row))" :id="row.id" entity="cover" field="enrolmentOn" :locked="locked" />
            <span v-if="windowWords(coverOf(row))" class="soft text-small">{{ windowWords(coverOf(row)) }}</span>
          </template>
          <v-btn v-if="unlocked && otherThan(coverOf(row))" size="small" @click="makeSame(coverOf(row))">
            The same as for {{ nameOf(otherThan(coverOf(row)) ?? coverOf(row)) }}
          </v-btn>
        </div>
      </template>
      <template #more>
        <v-btn v-if="unlocked && uncovered.length > 1" size="small" @click="coverAll">Cover all {{ uncovered.length }} others</v-btn>
      </template>
    </Rows>
    <template v-if="rules && rules.riders.length > 0">
      <h3 class="mt-3">Riders</h3>
      <Rows
        entity="rider"
        :rows="file.riders"
        :columns="riderColumns"
        :fresh="{ personId: file.covers[0]?.personId ?? '' }"
        add-label="Rider"
        :locked="locked"
        quiet
        empty="Nothing is added to the plan."
      >
        <template #heads><th scope="col">What it does</th></template>
        <template #cells="{ row }">
          <td class="soft text-small">{{ rules.riders.find(({ code }) => code === riderOf(row).code)?.says }}</td>
        </template>
      </Rows>
    </template>
    <v-alert v-for="problem in problems" :key="problem.key" class="note ember mt-3" role="note">{{ say(problem.what) }}. {{ say(problem.why) }}</v-alert>
  </section>

  <ReplacedCover v-if="rules?.replacement" :file="file" :locked="locked" />

  <CoverFits :file="file" :locked="locked" />

  <section class="block">
    <h2>The plans, for everybody covered</h2>
    <v-alert v-if="bar !== null && free" class="note" role="note">
      {{ say(bar) }} <a href="#" @click.prevent="goTo({ chapter: 'assistance', anchor: 'assistance' })">Open Assistance</a>
    </v-alert>
    <v-table class="sheet">
      <thead>
        <tr>
          <th scope="col">Plan</th>
          <th scope="col">What it leaves out</th>
          <th scope="col" class="figure">{{ premium ? `Paid ${premium.mode.label}` : 'Each payment' }}</th>
          <th scope="col" class="figure">Against now</th>
          <th scope="col"><span class="d-sr-only">Choose</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ plan, each, more } in plans" :key="plan.code">
          <td>
            <b>{{ plan.label }}</b>
            <span class="soft text-small d-block">{{ plan.says }}</span>
          </td>
          <td class="text-small">
            <span v-for="what in plan.leavesOut" :key="what" class="d-block">{{ what }}</span>
            <span v-if="plan.leavesOut.length === 0" class="soft">Nothing more</span>
          </td>
          <td class="figure">{{ each === null ? '—' : money(each) }}</td>
          <td class="figure">{{ more === null || more === 0 ? '' : `${more > 0 ? '+' : '−'}${money(Math.abs(more))}` }}</td>
          <td class="text-right">
            <span v-if="isChosen(plan.code)"><Mark kind="settled" /> chosen</span>
            <v-btn v-else-if="free" size="small" :disabled="bar !== null" :aria-label="`Choose ${plan.label} for everybody`" @click="choose(plan.code)"
              >Choose for all</v-btn
            >
          </td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
