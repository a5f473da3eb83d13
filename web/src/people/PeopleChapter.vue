<script setup lang="ts">
import { RELATIONSHIP_LABEL } from '@cavren/contract';
import { personName, ROLE_LABEL, type Role } from '@cavren/core';
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js';
import { computed } from 'vue';
import { useEditing } from '../file/editing';
import Field from '../file/Field.vue';
import { optionsOf, type ChapterProps } from '../file/options';
import { useDesk } from '../session/store';

const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const needed = computed(() => new Set(props.path.now.filter(({ place }) => place.chapter === 'people').map(({ place }) => place.anchor)));
const addable: Role[] = ['coApplicant', 'guarantor', 'dependant'];
const isNeeded = (id: string, field: string): boolean => needed.value.has(`${id}.${field}`);
</script>

<template>
  <div>
    <section v-for="person in file.people" :key="person.id" class="block sheet person">
      <header class="chapter-head">
        <h2>
          {{ ROLE_LABEL[person.role] }}
          <span class="soft">{{ person.fullName ? ` · ${personName(person)}` : '' }}</span>
        </h2>
        <v-btn
          v-if="person.role !== 'applicant' && !locked && desk.may('details.write')"
          size="small"
          variant="text"
          :prepend-icon="mdiTrashCanOutline"
          @click="editing.remove('person', person.id)"
        >
          Remove
        </v-btn>
      </header>
      <p v-if="editing.problems.get(`person/${person.id}`)" class="note ember">{{ editing.problems.get(`person/${person.id}`) }}</p>
      <div class="fields">
        <Field
          :id="person.id"
          class="two"
          entity="person"
          field="fullName"
          label="Full name, as on the identity paper"
          :needed="isNeeded(person.id, 'fullName')"
          :locked="locked"
        />
        <Field :id="person.id" entity="person" field="knownAs" label="Known as" :locked="locked" />
        <Field :id="person.id" entity="person" field="birthDate" label="Birth date" kind="date" :needed="isNeeded(person.id, 'birthDate')" :locked="locked" />
        <template v-if="person.role !== 'dependant'">
          <Field
            :id="person.id"
            entity="person"
            field="idNumber"
            :label="file.pack.identityNumber.label"
            kind="hidden"
            :needed="isNeeded(person.id, 'idNumber')"
            :locked="locked"
          />
          <Field :id="person.id" entity="person" field="phone" label="Phone" :needed="isNeeded(person.id, 'phone')" :locked="locked" />
          <Field :id="person.id" entity="person" field="email" label="E-mail" :locked="locked" hint="may be left empty" />
        </template>
        <Field
          v-if="person.role !== 'applicant'"
          :id="person.id"
          entity="person"
          field="relationship"
          label="To the applicant"
          kind="choice"
          :options="optionsOf(RELATIONSHIP_LABEL)"
          :needed="isNeeded(person.id, 'relationship')"
          :locked="locked"
        />
      </div>
    </section>
    <p v-if="!locked && desk.may('details.write')" class="row-actions">
      <v-btn
        v-for="role in addable"
        :key="role"
        size="small"
        :prepend-icon="mdiPlus"
        :data-anchor="role === 'dependant' ? 'add-person' : undefined"
        @click="editing.add('person', { role })"
      >
        {{ ROLE_LABEL[role] }}
      </v-btn>
    </p>
  </div>
</template>

<style scoped>
.person {
  padding: 12px 14px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 14px;
}
.two {
  grid-column: span 2;
}
</style>
