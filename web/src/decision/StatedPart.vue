<script setup lang="ts">
import { askedOf, evidencedAmount, fieldOf, kindOfIncome, moneyIn, personName, statedFigure, type Chapter, type FileState, type Path } from '@cavren/core';
import { computed } from 'vue';
import { nameIn, useEditing, useShown } from '../file/index';
import { Mark } from '../look/index';
import { saidValue, useSay } from '../words/index';

/** What people live on, owe and declare, as who decides reads it first: stated, evidenced, and what of it counts. */
const props = defineProps<{ file: FileState; path: Path }>();
const say = useSay();
const editing = useEditing();
const { showDate } = useShown();
const money = (value: number): string => moneyIn(props.file.pack)(value);
const nameOf = (id: string): string => nameIn(props.file, id);
const words = (entity: 'debt' | 'work', field: string, value: unknown): string => {
  const described = fieldOf(entity, field);
  return described ? saidValue(described, value, props.file.pack, nameOf) : '';
};
const incomes = computed(() =>
  props.path.figures.incomes.map(({ income, counted, leftOut }) => {
    const evidence = evidencedAmount(props.file, income.id);
    const stated = statedFigure(props.file, income, editing.today.value);
    return {
      id: income.id,
      who: nameOf(income.personId),
      what: [kindOfIncome(income.kind)?.label, income.source].filter(Boolean).join(', '),
      evidence,
      differs: evidence !== null && stated !== null && evidence.amount !== stated,
      stated,
      counts: counted.value,
      leftOut,
    };
  }),
);
/** What a product never asks about isn't missing on its sheet. */
const asks = (chapter: Chapter): boolean => props.file.product.chapters.includes(chapter);
const works = computed(() => props.file.works.filter(({ until }) => until === null));
const debts = computed(() => props.file.debts.filter(({ cleared }) => !cleared));
const cleared = computed(() => props.file.debts.filter((debt) => debt.cleared));
const declared = computed(() =>
  askedOf(props.file).filter(
    ({ question, answer }) =>
      answer?.value && (question.answer !== 'yesNo' || answer.explanation || (answer.value === 'yes' && question.phase !== 'qualifying')),
  ),
);
</script>

<template>
  <h3 class="mt-3">Income</h3>
  <ul class="facts plain">
    <li v-for="one in incomes" :key="one.id">
      <Mark :kind="one.evidence ? (one.differs ? 'waiting' : 'settled') : 'open'" />
      {{ one.who }}: {{ one.what }}, <b>{{ money(one.counts) }} a month</b>
      <span class="soft">
        {{
          one.evidence
            ? one.differs
              ? `; stated ${money(one.stated ?? 0)}, the paper shows ${money(one.evidence.amount)}`
              : '; evidenced as stated'
            : '; stated, without a paper'
        }}{{ one.leftOut ? `; ${say(one.leftOut)}` : '' }}
      </span>
    </li>
    <li v-if="incomes.length === 0" class="soft">None was stated.</li>
  </ul>
  <h3 v-if="works.length > 0 || file.product.histories.work" class="mt-3">Work now</h3>
  <ul v-if="works.length > 0 || file.product.histories.work" class="facts plain">
    <li v-for="work in works" :key="work.id">
      {{ nameOf(work.personId) }}: {{ [words('work', 'kind', work.kind).toLowerCase(), work.employer, work.position].filter(Boolean).join(', ')
      }}<span v-if="work.since" class="soft">, since {{ showDate(work.since) }}</span>
    </li>
    <li v-if="works.length === 0" class="soft">None was stated.</li>
  </ul>
  <h3 v-if="asks('commitments')" class="mt-3">Debts</h3>
  <ul v-if="asks('commitments')" class="facts plain">
    <li v-for="debt in debts" :key="debt.id">
      {{ [words('debt', 'kind', debt.kind), debt.lender].filter(Boolean).join(', ') }}: {{ money(debt.payment ?? 0) }} a month<span
        v-if="debt.balance !== null"
        class="soft"
      >
        of {{ money(debt.balance) }}</span
      >
    </li>
    <li v-for="debt in cleared" :key="debt.id" class="soft">{{ debt.lender ?? 'A debt' }} is paid off by this: {{ money(debt.balance ?? 0) }}</li>
    <li v-if="file.debts.length === 0" class="soft">None was named.</li>
  </ul>
  <h3 class="mt-3">Declared</h3>
  <ul class="facts plain">
    <li v-for="{ person, question, answer } in declared" :key="`${person.id} ${question.code}`">
      {{ personName(person) }}: {{ question.text }} <b>{{ answer?.value }}</b>{{ answer?.explanation ? `: “${answer.explanation}”` : '' }}
    </li>
    <li v-if="declared.length === 0" class="soft">Nothing that had to be explained.</li>
  </ul>
</template>
