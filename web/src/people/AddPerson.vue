<script setup lang="ts">
import type { FieldValue, PersonMatch, PersonMatches } from '@cavren/contract';
import {
  applicantOf,
  personName,
  RELATION_KINDS,
  RELATION_LABEL,
  relationsOf,
  ROLE_LABEL,
  type FileState,
  type IsoDate,
  type RelationKind,
  type Role,
} from '@cavren/core';
import { computed, nextTick, ref, watch } from 'vue';
import { api, messageOf } from '../api/index';
import { possibleDates, useEditing, useShown } from '../file/index';
import { AskChoice, AskText, focusOn } from '../look/index';
import { DATE_FORM, sayAll, useSay } from '../words/index';

const say = useSay();

const { showDate } = useShown();
/** Adds somebody to a file: first it is looked whether they are known, so that nobody is keyed twice. */
const props = defineProps<{ file: FileState }>();
const shown = defineModel<boolean>({ required: true });
const emit = defineEmits<{ added: [id: string] }>();
const editing = useEditing();
const name = ref('');
const born = ref('');
const role = ref<Role>('coApplicant');
const kind = ref<'person' | 'organisation'>('person');
const relation = ref<RelationKind | ''>('');
const together = ref(true);
const matches = ref<PersonMatch[] | null>(null);
const problem = ref('');
const busy = ref(false);
const list = ref<HTMLElement | null>(null);
const form = ref<HTMLElement | null>(null);
const applicant = computed(() => applicantOf(props.file));
const roles = computed(() => props.file.product.roles.filter((candidate) => candidate !== 'applicant'));
const USUAL: Partial<Record<Role, RelationKind>> = { coApplicant: 'spouse', dependant: 'child', householdMember: 'child' };
const to = computed(() => (applicant.value ? personName(applicant.value) : 'the applicant'));
const relations: { value: RelationKind | ''; label: string }[] = [
  { value: '', label: 'not related' },
  ...RELATION_KINDS.map((value) => ({ value, label: RELATION_LABEL[value] })),
];
const KINDS = [
  { value: 'person', label: 'Person' },
  { value: 'organisation', label: 'Organisation' },
] as const;
const LIVES: readonly Role[] = ['coApplicant', 'dependant', 'householdMember'];

/** A child of the applicant is usually their partner's as well: proposed, for the officer to leave out. */
const secondParent = computed(() => {
  const { value: parent } = applicant;
  if (relation.value !== 'child' || !parent) return null;
  const partner = relationsOf(props.file.relations, parent.id).find(({ kind: is }) => is === 'spouse' || is === 'partner');
  return props.file.people.find(({ id }) => id === partner?.otherId) ?? null;
});
const ofBoth = ref(true);
watch(
  shown,
  (open) => {
    if (!open) return;
    setTimeout(() => {
      // Whoever was quicker is typing somewhere already.
      if (!form.value?.contains(document.activeElement)) focusOn(form.value?.querySelector<HTMLElement>('[data-first]'));
    }, 150);
    name.value = '';
    born.value = '';
    kind.value = 'person';
    ofBoth.value = true;
    matches.value = null;
    problem.value = '';
    role.value =
      roles.value.includes('coApplicant') && !props.file.people.some((person) => person.role === 'coApplicant')
        ? 'coApplicant'
        : (roles.value.find((candidate) => candidate === 'dependant') ?? roles.value[0] ?? 'dependant');
  },
  { immediate: true },
);
watch(
  role,
  (next) => {
    relation.value = USUAL[next] ?? '';
    together.value = LIVES.includes(next);
  },
  { immediate: true },
);
const newId = (): string => crypto.randomUUID().replaceAll('-', '');
watch([name, born], () => (matches.value = null));

function birthDate(): IsoDate | null {
  const view = editing.view.value;
  return born.value.trim() && view ? (possibleDates(born.value, props.file.pack.dateOrder, view.today)[0] ?? null) : null;
}
async function look(): Promise<void> {
  problem.value = '';
  const date = birthDate();
  if (!name.value.trim()) return void (problem.value = 'Give a name.');
  if (born.value.trim() && !date) return void (problem.value = `There is no date ${born.value}.`);
  busy.value = true;
  try {
    const found = await api.post<PersonMatches>('/api/persons/search', { name: name.value.trim(), ...(date ? { birthDate: date } : {}) });
    matches.value = found.matches.filter(({ strength, kind: found_ }) => strength !== 'weak' && found_ === kind.value);
    if (matches.value.length === 0) return add(null);
    await nextTick();
    list.value?.querySelector<HTMLElement>('button')?.focus();
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
/** A known person comes with their name, birth date and how to reach them; what is hidden stays in the register until it is linked. */
function add(match: PersonMatch | null): void {
  const id = newId();
  const values: Record<string, FieldValue> = {
    role: role.value,
    kind: kind.value,
    fullName: match?.fullName ?? name.value.trim(),
    birthDate: match ? match.birthDate : birthDate(),
    ...(match ? { personId: match.id, phone: match.phone, email: match.email, knownAs: match.knownAs } : {}),
    ...(together.value && applicant.value && LIVES.includes(role.value) ? { livesWith: applicant.value.id } : {}),
  };
  editing.change('added person', [
    { op: 'add', entity: 'person', id, values },
    ...(relation.value && applicant.value && kind.value === 'person'
      ? [
          {
            op: 'add' as const,
            entity: 'relation' as const,
            id: newId(),
            values: { personId: id, toId: applicant.value.id, kind: relation.value },
          },
          ...(ofBoth.value && secondParent.value
            ? [{ op: 'add' as const, entity: 'relation' as const, id: newId(), values: { personId: id, toId: secondParent.value.id, kind: 'child' } }]
            : []),
        ]
      : []),
  ]);
  shown.value = false;
  emit('added', id);
}
</script>

<template>
  <v-dialog v-model="shown" width="620" aria-label="Add a person">
    <form ref="form" class="sheet box" @submit.prevent="look">
      <h2>Add a person</h2>
      <div class="fields" style="--across: 3">
        <AskChoice v-model="role" label="Role" :items="roles.map((value) => ({ value, label: ROLE_LABEL[value] }))" name="addRole" data-first />
        <AskChoice
          v-if="role === 'guarantor' || role === 'beneficialOwner' || role === 'beneficiary'"
          v-model="kind"
          label="Kind"
          :items="KINDS"
          name="addKind"
        />
        <AskText v-model="name" class="two" label="Full name" name="addName" autocomplete="off" />
        <AskText
          v-model="born"
          :label="kind === 'person' ? 'Birth date' : 'Founded on'"
          name="addBorn"
          autocomplete="off"
          :placeholder="DATE_FORM[file.pack.dateOrder]"
        />
        <AskChoice v-if="kind === 'person'" v-model="relation" :label="`To ${to}`" :items="relations" name="addRelation" />
        <v-checkbox v-if="secondParent" v-model="ofBoth" class="align-self-end" :label="`also child of ${personName(secondParent)}`" name="addOfBoth" />
        <v-checkbox v-if="LIVES.includes(role)" v-model="together" class="align-self-end" :label="`lives with ${to}`" name="addTogether" />
      </div>
      <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
      <div v-if="matches && matches.length > 0" ref="list" class="lines">
        <p><b>Who may be meant</b></p>
        <p v-for="match in matches" :key="match.id">
          <span>
            <b>{{ match.fullName }}</b>, born {{ showDate(match.birthDate) || 'unknown' }}
            <span class="soft d-block">{{ sayAll(say, match.reasons) }}; {{ match.files.length }} {{ match.files.length === 1 ? 'file' : 'files' }}</span>
          </span>
          <v-btn size="small" variant="flat" @click="add(match)">Use these details</v-btn>
        </p>
        <p>
          <span>Somebody new: {{ name }}</span>
          <v-btn size="small" @click="add(null)">Somebody new</v-btn>
        </p>
      </div>
      <p class="row-actions">
        <v-btn v-if="!matches?.length" type="submit" variant="flat" :loading="busy">Look up and add</v-btn>
        <v-btn variant="text" @click="shown = false">Cancel</v-btn>
      </p>
    </form>
  </v-dialog>
</template>
