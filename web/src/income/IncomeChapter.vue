<script setup lang="ts">
import {
  applicantOf,
  evidencedAmount,
  evidenceDifferences,
  figureFieldOf,
  moneyIn,
  type CountedIncome,
  type EvidenceDifference,
  type Income,
  isGrossedUp,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { TermLines, inOneLine } from '../affordability/index';
import { Rows, peopleOptions, useEditing, useGoTo, type ChapterProps, type Column } from '../file/index';
import { Fold, Mark } from '../look/index';
import { WorkHistory } from '../work/index';
import IncomeFields from './IncomeFields.vue';
import QuestionBox from './QuestionBox.vue';
import SettlementRows from './SettlementRows.vue';
import { useSay } from '../words/index';

const say = useSay();

const props = defineProps<ChapterProps>();
const editing = useEditing();
const go = useGoTo(() => props.file.reference);
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Who', options: peopleOptions(props.file), width: '18%' },
  { field: 'kind', label: 'Kind', width: '15%' },
  { field: 'source', label: 'Employer or source', width: '27%' },
  { field: 'since', label: 'Since', width: '12%' },
]);
const fresh = computed(() => ({ personId: applicantOf(props.file)?.id ?? '' }));
const currency = computed(() => props.file.pack.currency);
const money = (value: number): string => moneyIn(props.file.pack)(value);
const counted = computed(() => new Map(props.path.figures.incomes.map((one) => [one.income.id, one])));
const of = (row: { id: string }): CountedIncome | null => counted.value.get(row.id) ?? null;
const asksOf = (row: { id: string }): boolean => (of(row)?.questions.length ?? 0) > 0 || differencesOf(row).length > 0;
const factsOf = (row: { id: string }) => [of(row), evidence(row)?.page, evidence(row)?.amount, differencesOf(row)[0]?.subject];
const incomeOf = (row: { id: string }): Income => row as Income;
const evidence = (row: { id: string }) => evidencedAmount(props.file, row.id);
const differences = computed(() =>
  evidenceDifferences(props.file, editing.today.value).map((one) => ({
    ...one,
    why: props.path.entries.find(({ key }) => key === `evidence:${one.income.id}`)?.why ?? '',
  })),
);
const differencesOf = (row: { id: string }) => differences.value.filter(({ income }) => income.id === row.id);
/** The stated figure becomes what the paper shows; that it was another one stays to be seen by who decides. */
function takeOver({ income, evidenced, subject }: EvidenceDifference): void {
  editing.change('what the paper shows', [
    { op: 'set', entity: 'income', id: income.id, field: figureFieldOf(income), value: evidenced },
    { op: 'add', entity: 'explanation', id: nanoid(), values: { subject, text: 'What the paper shows was taken over' } },
  ]);
}
const catchShares = computed(() => props.file.incomes.filter(({ kind }) => kind === 'catchShare'));
/** Questions about a person's jobs rather than about one source. */
const jobQuestions = computed(() => props.path.figures.questions.filter(({ code }) => code === 'gap'));
/** All that the work above shows of incomes: whose they are and from where. */
const sources = computed(() => props.file.incomes.map(({ personId, source }) => `${personId} ${source ?? ''}`).join('\n'));
const net = computed(() => props.file.product.income.basis === 'net');
const yearAhead = computed(() => props.file.product.income.outlook === 'comingYear');

/** How a source's monthly figure came about, in one line. */
function arithmetic(row: { id: string }): string {
  const found = of(row);
  if (!found) return '';
  const lines = found.counted.terms ?? [];
  const [first] = lines;
  const inner = first?.terms?.[0]?.terms && isGrossedUp(first) ? first.terms[0].terms : (first?.terms ?? []);
  return `${inOneLine(inner, currency.value)} = ${money(found.monthly)}`;
}
</script>

<template>
  <WorkHistory v-memo="[file.works, file.people, file.consents, sources, path.now, locked]" :file="file" :path="path" :locked="locked" />
  <QuestionBox
    v-for="question in jobQuestions"
    :key="question.subject"
    :question="question"
    :file="file"
    :anchor="`question.${question.incomeId ?? ''}`"
    :locked="locked"
  />
  <section>
    <h2>Income</h2>
    <p class="soft mb-3">
      What is stated counts until a paper is accepted; then what the paper shows is relied on.
      {{ net ? 'This product looks at income after tax.' : 'This product looks at income before tax.' }}
      {{ yearAhead ? 'What will come in the twelve months from the start counts.' : '' }}
    </p>
    <Rows
      entity="income"
      :rows="file.incomes"
      :columns="columns"
      :fresh="fresh"
      add-label="Income"
      :locked="locked"
      :asks="asksOf"
      :facts="factsOf"
      empty="No income yet."
    >
      <template #heads>
        <th scope="col" class="figure">Counts a month</th>
      </template>
      <template #cells="{ row }">
        <td class="figure counted mark-small">
          {{ of(row) ? money(of(row)?.counted.value ?? 0) : '—' }}
          <span v-if="evidence(row)" class="soft" :title="`Page ${evidence(row)?.page} of an accepted paper shows ${money(evidence(row)?.amount ?? 0)}`">
            <Mark kind="settled" />
            evidenced
          </span>
          <span v-else-if="of(row)?.counted.value === 0" class="soft">left out</span>
          <span v-else-if="of(row)" class="soft">stated</span>
        </td>
      </template>
      <template #line="{ row, textOf }">
        <span class="who w-25 flex-shrink-0">{{ textOf(row, columns[0]!) }}</span>
        <span class="what">{{ [textOf(row, columns[1]!), incomeOf(row).source].filter(Boolean).join(', ') || 'Kind and source still to be named' }}</span>
        <span v-if="of(row)" class="soft flex-1-1 text-right text-small">{{ arithmetic(row) }}</span>
      </template>
      <template #under="{ row }">
        <IncomeFields :income="incomeOf(row)" :file="file" :locked="locked" />
        <Fold v-if="of(row)" class="mt-1 text-small">
          <template #title>
            <span class="soft">{{ arithmetic(row) }}</span>
            <b v-if="of(row)?.leftOut">{{ say(of(row)?.leftOut ?? '') }}</b>
          </template>
          <TermLines :terms="of(row)?.counted.terms ?? []" :currency="currency" open @go="go" />
        </Fold>
      </template>
      <template #below="{ row }">
        <QuestionBox
          v-for="difference in differencesOf(row)"
          :key="difference.subject"
          :question="difference"
          matter="paperDiffers"
          :file="file"
          :anchor="`evidence.${row.id}`"
          :locked="locked"
          :instead="{ label: `Take over ${money(difference.evidenced)}`, run: () => takeOver(difference) }"
        />
        <QuestionBox
          v-for="question in of(row)?.questions ?? []"
          :key="question.subject"
          :question="question"
          :file="file"
          :anchor="`question.${row.id}`"
          :locked="locked"
        />
      </template>
    </Rows>
  </section>
  <SettlementRows v-if="catchShares.length > 0" :incomes="catchShares" :file="file" :locked="locked" />
  <section v-if="path.figures.incomeTerms.length > 0" class="measure mt-4">
    <p class="total sum-line">
      <span>{{ net ? 'Income after tax that counts' : 'Income that counts' }}</span>
      <b>{{ money(path.figures.monthlyIncome) }} a month</b>
    </p>
    <TermLines :terms="path.figures.incomeTerms" :currency="currency" @go="go" />
  </section>
</template>
