<script setup lang="ts">
import { BECOMES_LABEL, dateInWords, personName, replacementsOf, type FileState, type OtherPolicy, type Replacement } from '@cavren/core';
import { computed } from 'vue';
import { Field, optionsOf, peopleOptions, Rows, useEditing, type Column } from '../file/index';
import { Mark } from '../look/index';
import { useSay } from '../words/index';

/** Covers that somebody has elsewhere: which of them ends for this one, both side by side, and how they follow on one another. */
const props = defineProps<{ file: FileState; locked: boolean }>();
const say = useSay();
const editing = useEditing();
const columns = computed<Column[]>(() => [
  { field: 'personId', label: 'Whose', options: peopleOptions(props.file), width: '18%' },
  { field: 'insurer', width: '26%' },
  { field: 'number', label: 'Policy', width: '18%' },
  { field: 'becomes', options: optionsOf(BECOMES_LABEL), width: '20%' },
  { field: 'endsOn', width: '14%' },
]);
const fresh = computed(() => ({ personId: props.file.covers[0]?.personId ?? '' }));
const isReplaced = (row: { id: string }): boolean => (row as OtherPolicy).becomes === 'replaced';
const replacements = computed(() => replacementsOf(props.file, editing.today.value));
const nameOf = ({ policy }: Replacement): string => {
  const person = props.file.people.find(({ id }) => id === policy.personId);
  return person ? personName(person) : '—';
};
function seamWords({ seam, policy }: Replacement): string {
  if (!seam || policy.endsOn === null) return 'When it ends isn’t known yet.';
  const last = dateInWords(policy.endsOn);
  if (seam.gap > 0) return `After ${last} ${seam.gap === 1 ? 'one day passes' : `${seam.gap} days pass`} on which neither holds.`;
  if (seam.overlap > 0) return `On ${seam.overlap === 1 ? 'one day' : `${seam.overlap} days`} until ${last} both hold.`;
  return `It follows on ${last} without a gap.`;
}
</script>

<template>
  <section class="block" data-anchor="replaced" tabindex="-1">
    <h2>Cover elsewhere</h2>
    <Rows
      entity="otherPolicy"
      :rows="file.otherPolicies"
      :columns="columns"
      :fresh="fresh"
      add-label="Existing cover"
      :locked="locked"
      quiet
      empty="No cover elsewhere is named."
    >
      <template #under="{ row }">
        <div v-if="isReplaced(row)" class="more small-fields">
          <Field :id="row.id" entity="otherPolicy" field="address" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="benefit" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="waitingDays" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="benefitMonths" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="premium" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="leavesOut" :locked="locked" />
          <Field :id="row.id" entity="otherPolicy" field="why" :locked="locked" />
        </div>
      </template>
    </Rows>
    <template v-for="one in replacements" :key="one.policy.id">
      <h3 class="mt-3">{{ one.policy.insurer ?? 'Existing cover' }} beside this cover, {{ nameOf(one) }}</h3>
      <v-table class="sheet">
        <thead>
          <tr>
            <th scope="col"><span class="d-sr-only">What</span></th>
            <th scope="col">It ends</th>
            <th scope="col">Takes its place</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in one.beside" :key="say(line.what)">
            <th scope="row">{{ say(line.what) }}</th>
            <td>{{ line.old === null ? '—' : say(line.old) }}</td>
            <td>
              <Mark v-if="line.worse" kind="waiting" />
              {{ line.now === null ? '—' : say(line.now) }}
              <span v-if="line.worse" class="soft text-small">less good than before</span>
            </td>
          </tr>
        </tbody>
      </v-table>
      <v-alert class="note mt-2" :class="{ ember: (one.seam?.gap ?? 0) > 0 }" role="note">{{ seamWords(one) }}</v-alert>
    </template>
  </section>
</template>
