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
import { useSay } from '../words/index';

const say = useSay();

/** What one person is to the others: each relation is stored once and read from this person's side. */
const props = defineProps<{ file: FileState; person: FilePerson; locked: boolean }>();
const editing = useEditing();
const rows = computed(() => relationsOf(props.file.relations, props.person.id));
const free = computed(() =>
  props.file.people.filter(({ id, kind }) => id !== props.person.id && kind === 'person' && !rows.value.some(({ otherId }) => otherId === id)),
);
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
    <p v-for="row in rows" :key="row.id" class="row" :data-anchor="`relation.${row.id}`" tabindex="-1">
      <span class="who">{{ name(row.otherId) }}</span>
      <select
        class="field-input kind"
        :aria-label="`What ${name(row.otherId)} is to ${personName(person)}`"
        :value="row.kind"
        :disabled="locked"
        @change="change(row.id, row.otherId, ($event.target as HTMLSelectElement).value as RelationKind)"
      >
        <option v-for="choice in RELATION_KINDS" :key="choice" :value="choice">{{ RELATION_LABEL[choice] }}</option>
      </select>
      <v-btn
        v-if="!locked"
        :icon="mdiTrashCanOutline"
        size="x-small"
        variant="text"
        :aria-label="`Not related to ${name(row.otherId)}`"
        @click="editing.remove('relation', row.id)"
      />
      <span v-if="stored(row.id)" class="problem">{{ stored(row.id) }}</span>
    </p>
    <form v-if="!locked && free.length > 0" class="row new" @submit.prevent="add">
      <select v-model="toId" class="field-input who" :data-anchor="`${person.id}.relationship`" aria-label="Who is related">
        <option v-for="other in free" :key="other.id" :value="other.id">{{ personName(other) }}</option>
      </select>
      <select v-model="kind" class="field-input kind" :aria-label="`What they are to ${personName(person)}`">
        <option v-for="choice in RELATION_KINDS" :key="choice" :value="choice">{{ RELATION_LABEL[choice] }}</option>
      </select>
      <v-btn type="submit" size="small" :prepend-icon="mdiPlus">Relation</v-btn>
    </form>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="rows.length === 0 && free.length === 0" class="soft">Nobody else is in the file.</p>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 2px 0;
}
.who {
  flex: 1 1 70px;
  min-width: 70px;
  font-size: 0.9rem;
}
.kind {
  width: 112px;
}
.problem {
  color: var(--ember);
  font-weight: 600;
  font-size: 0.85rem;
}
.new {
  display: grid;
  grid-template-columns: 1fr 112px;
  margin-top: 6px;
  padding-top: 6px;
  border-top: 1px solid var(--rule);
}
.new .v-btn {
  justify-self: start;
}
</style>
