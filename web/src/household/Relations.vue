<script setup lang="ts">
import {
  inverseOf,
  personName,
  RELATION_KINDS,
  RELATION_LABEL,
  relationProblem,
  relationsOf,
  type FilePerson,
  type FileState,
  type RelationKind,
} from '@cavren/core';
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js';
import { computed, ref, watch } from 'vue';
import { useEditing } from '../file/index';
import { AskChoice } from '../look/index';
import { useSay } from '../words/index';

const say = useSay();

/** What one person is to the others: each relation is stored once and read from this person's side. */
const props = defineProps<{ file: FileState; person: FilePerson; locked: boolean }>();
const editing = useEditing();
const rows = computed(() => relationsOf(props.file.relations, props.person.id));
const free = computed(() =>
  props.file.people.filter(({ id, kind }) => id !== props.person.id && kind === 'person' && !rows.value.some(({ otherId }) => otherId === id)),
);
const KINDS = RELATION_KINDS.map((value) => ({ value, label: RELATION_LABEL[value] }));
const toId = ref('');
const kind = ref<RelationKind>('child');
const problem = ref('');
const name = (id: string): string => {
  const other = props.file.people.find((candidate) => candidate.id === id);
  return other ? personName(other) : 'somebody';
};
watch(
  free,
  (people) => {
    if (!people.some(({ id }) => id === toId.value)) toId.value = people[0]?.id ?? '';
  },
  { immediate: true },
);
/** Says what is impossible before anything is sent. */
function put(wish: { id: string; personId: string; toId: string; kind: RelationKind }): boolean {
  problem.value = say(relationProblem(props.file, { ...wish, createdAt: '' }) ?? '');
  return problem.value === '';
}
function add(): void {
  if (!toId.value || !put({ id: 'new', personId: toId.value, toId: props.person.id, kind: kind.value })) return;
  editing.add('relation', { personId: toId.value, toId: props.person.id, kind: kind.value });
}
function change(id: string, otherId: string, next: RelationKind): void {
  if (!put({ id, personId: otherId, toId: props.person.id, kind: next })) return;
  const stored = props.file.relations.find((row) => row.id === id);
  editing.leave('relation', id, 'kind', stored?.personId === otherId ? next : inverseOf(next));
}
const stored = (id: string) => editing.problems.get(`relation/${id}/kind`);
</script>

<template>
  <div class="relations">
    <h3>Related to {{ personName(person) }}</h3>
    <p v-for="row in rows" :key="row.id" class="d-flex flex-wrap align-center ga-1 py-1" :data-anchor="`relation.${row.id}`" tabindex="-1">
      <span class="flex-1-1-0">{{ name(row.otherId) }}</span>
      <AskChoice
        width="104"
        bare
        :label="`What ${name(row.otherId)} is to ${personName(person)}`"
        :items="KINDS"
        :model-value="row.kind"
        :disabled="locked"
        @update:model-value="change(row.id, row.otherId, $event)"
      />
      <v-btn
        v-if="!locked"
        :icon="mdiTrashCanOutline"
        size="x-small"
        variant="text"
        :aria-label="`Not related to ${name(row.otherId)}`"
        @click="editing.remove('relation', row.id)"
      />
      <span v-if="stored(row.id)" class="wrong text-small">{{ stored(row.id) }}</span>
    </p>
    <form v-if="!locked && free.length > 0" class="d-flex flex-wrap align-center ga-1 py-1" @submit.prevent="add">
      <AskChoice
        v-model="toId"
        class="flex-1-1"
        bare
        label="Who is related"
        :items="free.map((other) => ({ value: other.id, label: personName(other) }))"
        :data-anchor="`${person.id}.relationship`"
      />
      <AskChoice v-model="kind" width="104" bare :label="`What they are to ${personName(person)}`" :items="KINDS" />
      <v-btn type="submit" size="small" :prepend-icon="mdiPlus">Relation</v-btn>
    </form>
    <p v-if="problem" class="wrong text-small" role="alert">{{ problem }}</p>
    <p v-if="rows.length === 0 && free.length === 0" class="soft">Nobody else is in the file.</p>
  </div>
</template>
