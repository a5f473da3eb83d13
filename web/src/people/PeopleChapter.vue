<script setup lang="ts">
import {
  INDUSTRY_LISTS,
  FAMILY_STATUS_LABEL,
  familyStatuses,
  industriesOf,
  laterPaperSigners,
  NUMBER_KINDS,
  numberKindOf,
  personName,
  plays,
  reachedHow,
  ROLE_LABEL,
  rolesOf,
  rolesToAdd,
  signersOf,
  type Duplicate,
  type FilePerson,
  type Role,
} from '@cavren/core';
import { mdiAccountPlusOutline, mdiTrashCanOutline } from '@mdi/js';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { countryOptions, Field, nameIn, regionOptions, Rows, useEditing, type Column, useShown, type ChapterProps } from '../file/index';
import { HouseholdPicture, Relations } from '../household/index';
import { QuestionBox, questionsOf } from '../income/index';
import { AskText, Fold, Labelled, Mark } from '../look/index';
import { useDesk } from '../session/index';
import { ScanDialog } from '../scan/index';
import OwnershipPart from './OwnershipPart.vue';
import AddPerson from './AddPerson.vue';
import ClashPart from './ClashPart.vue';
import { sayAll, useSay } from '../words/index';

const say = useSay();

const { showDate } = useShown();
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const route = useRoute();
const chosen = ref(props.file.people[0]?.id ?? '');
const adding = ref(false);
const scanning = ref(false);
const reasons = ref<Record<string, string>>({});
const person = computed<FilePerson | undefined>(() => props.file.people.find(({ id }) => id === chosen.value) ?? props.file.people[0]);
const free = computed(() => !props.locked && desk.may('details.write'));
const { today } = editing;
const withGaps = computed(
  () => new Set(props.path.now.filter(({ place, personId }) => place.chapter === 'people' && personId !== null).map(({ personId }) => personId ?? '')),
);
const signs = computed(() => person.value !== undefined && signersOf(props.file).some(({ id }) => id === person.value?.id));
const numberKinds = (use: 'identity' | 'tax') =>
  props.file.pack.numbers
    .filter((number) => number.use === use && number.of === person.value?.kind)
    .map(({ kind }) => ({ value: kind, label: NUMBER_KINDS[kind].label }));
const idLabel = computed(() => (person.value ? NUMBER_KINDS[numberKindOf(props.file.pack, person.value, 'identity')].label : ''));
const others = computed(() => props.file.people.filter(({ id }) => id !== person.value?.id).map((other) => ({ value: other.id, label: personName(other) })));
/** Where a place taxes by how people file. */
const filing = computed(() => props.file.pack.taxes.some(({ statuses }) => statuses !== undefined));
const papers = computed(() => props.file.identityPapers.filter(({ personId }) => personId === person.value?.id));
const PAPER_COLUMNS: Column[] = [
  { field: 'kind', width: '22%' },
  { field: 'number', width: '20%' },
  { field: 'issuer', width: '22%' },
  { field: 'issuedOn', width: '16%' },
  { field: 'expiresOn', width: '16%' },
];
const statuses = computed(() => familyStatuses(props.file).map((value) => ({ value, label: FAMILY_STATUS_LABEL[value] })));
const regions = computed(() => regionOptions(props.file));
const industries = computed(() => industriesOf(props.file.pack.industries).map(({ code, label }) => ({ value: code, label: `${code} ${label}` })));
const languages = computed(() => props.file.pack.languages.map(({ code, label }) => ({ value: code, label })));
const roleChoices = computed(() => props.file.product.roles.map((role) => ({ value: role, label: ROLE_LABEL[role] })));
const more = computed(() => (person.value ? rolesToAdd(props.file, person.value) : []));
const duplicates = computed(() => props.file.duplicates.filter(({ state }) => state === 'open' || state === 'different'));
/** What is asked of how signers are reached, and what was said to it. */
const contactQuestions = computed(() =>
  questionsOf(props.path, props.file, { alike: 'Signers are reached the same way', contact: 'Contact details were changed' }),
);
const companyOptions = computed(() =>
  props.file.people.filter(({ kind }) => kind === 'organisation').map((one) => ({ value: one.id, label: personName(one) })),
);
const hasCompany = computed(() => companyOptions.value.length > 0);
const reached = computed(() => (person.value ? sayAll(say, reachedHow(person.value, props.file.pack)) : ''));
const signsLater = computed(() => laterPaperSigners(props.file).some(({ id }) => id === person.value?.id));
const isOrganisation = computed(() => person.value?.kind === 'organisation');
const owes = computed(() => person.value !== undefined && plays(person.value, ['applicant', 'coApplicant', 'guarantor']));
const helps = computed(() => person.value !== undefined && plays(person.value, ['contact', 'emergencyContact', 'referee']));

/** A place that the Path names is on somebody's sheet: theirs is opened first. */
watch(
  () => route.hash,
  (hash) => {
    const anchor = decodeURIComponent(hash.slice(1));
    const [head = '', id = ''] = anchor.split('.');
    const relation = props.file.relations.find((row) => row.id === id);
    const paper = props.file.identityPapers.find((row) => row.id === head);
    const duplicate = props.file.duplicates.find((row) => row.id === id);
    const wanted = [head, id, paper?.personId, relation?.personId, duplicate?.personId].find((candidate) =>
      props.file.people.some((someone) => someone.id === candidate),
    );
    if (wanted) chosen.value = wanted;
    if (anchor === 'add-person' && free.value) adding.value = true;
  },
  { immediate: true },
);
/** Roles besides the first: those that somebody has, and those that can be added, each bar said with it. */
const alsoChoices = computed(() => [
  ...(person.value
    ? rolesOf(person.value)
        .slice(1)
        .map((value) => ({ value, label: ROLE_LABEL[value] }))
    : []),
  ...more.value.map(({ role, bar }) => ({
    value: role,
    label: ROLE_LABEL[role],
    props: bar ? { disabled: true, subtitle: say(bar) } : {},
  })),
]);
function setRoles(also: Role[]): void {
  if (person.value) editing.leave('person', person.value.id, 'alsoRoles', also.join(' ') || null);
}
function confirmDetails(): void {
  if (person.value) editing.leave('person', person.value.id, 'detailsConfirmed', today.value);
}
const matchOf = (duplicate: Duplicate): string => `${duplicate.matchName} (${sayAll(say, duplicate.reasons)})`;
const answer = (duplicate: Duplicate, body: object, path = '') => editing.act(`/duplicates/${duplicate.id}${path}`, body).catch(() => undefined);
const nameOf = (id: string): string => nameIn(props.file, id);
</script>

<template>
  <div v-if="person">
    <QuestionBox v-for="question in contactQuestions" :key="question.subject" :question="question" :file="file" :anchor="question.anchor" :locked="locked" />
    <ClashPart v-if="file.clashes.length > 0" :file="file" />
    <div v-for="duplicate in duplicates" :key="duplicate.id" class="note ember block d-grid ga-2">
      <p>
        <template v-if="duplicate.state === 'open'"> Is <b>{{ nameOf(duplicate.personId) }}</b> the {{ matchOf(duplicate) }} whom we know? </template>
        <template v-else>
          <b>{{ nameOf(duplicate.personId) }}</b> was entered beside {{ matchOf(duplicate) }}. {{ duplicate.by }}: “{{ duplicate.reason }}”
        </template>
      </p>
      <form v-if="duplicate.state === 'open' && desk.may('duplicate.say')" class="row-actions" @submit.prevent>
        <v-btn size="small" variant="flat" :data-anchor="`duplicate.${duplicate.id}`" @click="answer(duplicate, { verdict: 'same' })">Yes, the same</v-btn>
        <AskText
          class="w-33"
          bare
          placeholder="Why it is somebody else"
          :label="`Why ${nameOf(duplicate.personId)} is somebody else`"
          :model-value="reasons[duplicate.id] ?? ''"
          @update:model-value="reasons[duplicate.id] = $event"
        />
        <v-btn
          size="small"
          :disabled="(reasons[duplicate.id] ?? '').trim().length < 3"
          @click="answer(duplicate, { verdict: 'different', reason: reasons[duplicate.id] })"
        >
          Somebody else
        </v-btn>
        <span v-if="(reasons[duplicate.id] ?? '').trim().length < 3" class="soft">waits for a reason</span>
      </form>
      <p v-else-if="duplicate.state === 'different' && desk.may('duplicate.review')" class="row-actions">
        <v-btn size="small" :data-anchor="`duplicate.${duplicate.id}`" @click="answer(duplicate, { verdict: 'confirmed' }, '/review')">Two persons</v-btn>
        <v-btn size="small" @click="answer(duplicate, { verdict: 'same' }, '/review')">One person: merge them</v-btn>
      </p>
      <p v-else class="soft" tabindex="-1" :data-anchor="`duplicate.${duplicate.id}`">
        {{ duplicate.state === 'open' ? 'The officer says who this is.' : 'A compliance reviewer looks at it before checking ends.' }}
      </p>
    </div>

    <HouseholdPicture :file="file" :today="today" :chosen="person.id" :open="withGaps" class="block" @choose="(id) => (chosen = id)" />

    <section :key="person.id" class="sheet px-4 py-3">
      <header class="chapter-head">
        <h2>
          {{ personName(person) }}
          <span class="soft">{{
            rolesOf(person)
              .map((role) => ROLE_LABEL[role].toLowerCase())
              .join(', ')
          }}</span>
        </h2>
        <span class="row-actions">
          <v-btn v-if="free && !isOrganisation" size="small" variant="text" @click="scanning = true">Read a paper</v-btn>
          <v-btn
            v-if="signs && desk.may('file.invite') && file.stage === 'details' && !file.withApplicant"
            size="small"
            variant="text"
            :disabled="person.phone === null"
            :title="person.phone === null ? 'waits for a phone number' : 'Sends a link: they fill in their details on their phone'"
            @click="editing.act('/invite', { personId: person.id }).catch(() => undefined)"
          >
            Let them fill it in
          </v-btn>
          <v-btn
            v-if="free && person.role !== 'applicant'"
            size="small"
            variant="text"
            :prepend-icon="mdiTrashCanOutline"
            @click="editing.remove('person', person.id)"
          >
            Remove
          </v-btn>
          <v-btn v-if="free" size="small" variant="flat" :prepend-icon="mdiAccountPlusOutline" title="Alt+P" @click="adding = true">Person</v-btn>
        </span>
      </header>
      <v-alert v-if="editing.problems.get(`person/${person.id}`)" class="note ember" role="note">{{ editing.problems.get(`person/${person.id}`) }}</v-alert>
      <v-alert v-if="person.detailsFrom && !person.detailsConfirmed" class="note mb-2" role="note">
        Details as of {{ showDate(person.detailsFrom) }}, taken over.
        <v-btn v-if="free" size="x-small" :data-anchor="`confirm.${person.id}`" @click="confirmDetails">They still hold</v-btn>
      </v-alert>
      <v-alert v-if="reached" class="note mb-2" role="note">Before calling or writing: {{ reached }}.</v-alert>
      <div class="columns d-grid ga-4">
        <div class="fields">
          <Field
            :id="person.id"
            class="two"
            entity="person"
            field="fullName"
            :label="isOrganisation ? 'Name, as registered' : 'Name, exactly as on the identity paper'"
            :locked="locked"
          />
          <Field :id="person.id" entity="person" field="knownAs" :label="isOrganisation ? 'Trading as' : 'Known as'" :locked="locked" />
          <Field v-if="!isOrganisation" :id="person.id" entity="person" field="formerNames" :locked="locked" />
          <Field :id="person.id" entity="person" field="birthDate" :label="isOrganisation ? 'Founded on' : 'Birth date'" :locked="locked" />
          <Field
            v-if="numberKinds('identity').length > 1"
            :id="person.id"
            entity="person"
            field="idKind"
            label="Kind of number"
            :empty="idLabel"
            :options="numberKinds('identity')"
            :locked="locked"
          />
          <Field
            v-if="!plays(person, ['referee', 'contact', 'emergencyContact']) || owes"
            :id="person.id"
            :class="{ two: numberKinds('identity').length > 1 || isOrganisation }"
            entity="person"
            field="idNumber"
            :label="idLabel"
            :locked="locked"
          />
          <Field :id="person.id" entity="person" field="phone" label="Phone" :locked="locked" />
          <Field v-if="person.phone || person.otherPhone" :id="person.id" entity="person" field="otherPhone" :locked="locked" />
          <Field :id="person.id" :class="{ two: person.noEmail === false }" entity="person" field="email" label="E-mail" :locked="locked || person.noEmail" />
          <Field v-if="!person.email" :id="person.id" entity="person" field="noEmail" label="Has no e-mail" :locked="locked" />
          <Field v-if="signsLater" :id="person.id" entity="person" field="signedOn" :locked="locked" />
          <template v-if="person.role !== 'applicant'">
            <Field :id="person.id" entity="person" field="role" label="Role" :options="roleChoices" :locked="locked" />
            <Field :id="person.id" entity="person" field="livesWith" label="Lives with" :options="others" :locked="locked" />
          </template>
          <Labelled label="Also">
            <template #default="{ named }">
              <v-select
                v-bind="named"
                class="field-input"
                multiple
                chips
                :closable-chips="free"
                :disabled="!free"
                :items="alsoChoices"
                :model-value="rolesOf(person).slice(1)"
                :error-messages="editing.problems.get(`person/${person.id}/alsoRoles`)"
                @update:model-value="setRoles"
              />
            </template>
          </Labelled>
          <Field
            v-if="plays(person, ['beneficiary']) || (plays(person, ['beneficialOwner']) && !hasCompany)"
            :id="person.id"
            entity="person"
            field="share"
            label="Share in %"
            :locked="locked"
          />
          <Field v-if="plays(person, ['beneficiary'])" :id="person.id" entity="person" field="beneficiaryRank" label="Comes" empty="First" :locked="locked" />
          <template v-if="isOrganisation">
            <Field
              :id="person.id"
              class="two"
              entity="person"
              field="industry"
              :label="`Industry, ${INDUSTRY_LISTS[file.pack.industries].label}`"
              :options="industries"
              :locked="locked"
            />
            <Field :id="person.id" entity="person" field="employees" :locked="locked" />
            <Field :id="person.id" entity="person" field="turnover" :locked="locked" />
          </template>
          <template v-if="!isOrganisation && hasCompany">
            <Field :id="person.id" entity="person" field="signsFor" :options="companyOptions" :locked="locked" />
            <Field v-if="person.signsFor" :id="person.id" entity="person" field="signsHow" :locked="locked" />
            <Field v-if="person.signsFor && person.signsHow === 'upTo'" :id="person.id" entity="person" field="signsUpTo" :locked="locked" />
          </template>
          <Field v-if="helps" :id="person.id" class="two" entity="person" field="organisation" label="Organisation" :locked="locked" />
        </div>
        <Relations v-if="!isOrganisation" :file="file" :person="person" :locked="!free" class="border-s pl-4" />
      </div>
      <template v-if="!isOrganisation && (owes || papers.length > 0)">
        <h3 class="mt-3">Identity papers</h3>
        <Rows
          entity="identityPaper"
          :rows="papers"
          :columns="PAPER_COLUMNS"
          :fresh="{ personId: person.id }"
          add-label="Identity paper"
          :locked="locked"
          quiet
          empty="None seen yet. Reading a paper puts it here."
        />
      </template>
      <Fold v-if="!isOrganisation" class="mt-3" :open="owes">
        <template #title><b>Contact, household, tax</b></template>
        <div class="fields" style="--across: 5">
          <Field :id="person.id" entity="person" field="language" label="Language" :options="languages" :locked="locked" />
          <Field :id="person.id" entity="person" field="contactBy" label="Reach them by" :locked="locked" />
          <Field :id="person.id" entity="person" field="contactTimes" label="At what times" :locked="locked" />
          <Field :id="person.id" class="two" entity="person" field="accessibility" label="What helps them (large print, an interpreter …)" :locked="locked" />
          <Field
            :id="person.id"
            class="two"
            entity="person"
            field="mailLine"
            label="Post goes to (street or box)"
            :locked="locked"
            hint="where that isn’t where they live"
          />
          <template v-if="person.mailLine">
            <Field :id="person.id" entity="person" field="mailTown" label="Town for post" :locked="locked" />
            <Field v-if="regions.length > 0" :id="person.id" entity="person" field="mailRegion" label="State for post" :options="regions" :locked="locked" />
            <Field :id="person.id" entity="person" field="mailPostalCode" label="Postal code for post" :locked="locked" />
            <Field :id="person.id" entity="person" field="mailCountry" label="Country for post" :options="countryOptions()" :locked="locked" />
          </template>
          <Field :id="person.id" entity="person" field="largePrint" label="Large print" :locked="locked" />
          <Field v-if="statuses.length > 0" :id="person.id" entity="person" field="familyStatus" label="Family status" :options="statuses" :locked="locked" />
          <Field
            v-if="person.familyStatus === 'singleParent'"
            :id="person.id"
            entity="person"
            field="otherParent"
            label="Other parent’s name"
            :locked="locked"
          />
          <Field :id="person.id" entity="person" field="studies" label="Studies" :locked="locked" />
          <Field v-if="filing" :id="person.id" entity="person" field="filingStatus" label="Files income tax as" :locked="locked" />
          <Field :id="person.id" entity="person" field="taxKind" label="Further tax number: kind" :options="numberKinds('tax')" :locked="locked" />
          <Field v-if="person.taxKind" :id="person.id" entity="person" field="taxNumber" :label="NUMBER_KINDS[person.taxKind].label" :locked="locked" />
        </div>
      </Fold>
      <p v-else class="soft"><Mark kind="none" /> Owners, contacts and whom they are related to are people of the file.</p>
    </section>
    <OwnershipPart v-if="hasCompany" :file="file" :locked="locked" />
    <ScanDialog v-model="scanning" :file="file" :person="person" />
    <AddPerson v-model="adding" :file="file" @added="(id) => (chosen = id)" />
  </div>
</template>

<style scoped>
.columns {
  grid-template-columns: minmax(0, 1fr) 250px;
}
</style>
