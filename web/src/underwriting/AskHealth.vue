<script setup lang="ts">
import type { HealthNext, HealthSaid } from '@cavren/contract';
import { computed, ref, watch } from 'vue';
import { ApiProblem, messageOf } from '../api/index';
import { AskText } from '../look/index';
import { blankSaid, saidFaults, saidOf } from './said';

/** One question about somebody's health with what a yes asks for. What was sent isn't shown again. */
const props = defineProps<{ asked: HealthNext; send: (said: HealthSaid) => Promise<unknown> }>();
const form = ref(blankSaid());
const faults = ref<Record<string, string>>({});
const problem = ref('');
const busy = ref(false);
const question = computed(() => props.asked.next);
const asks = (detail: 'since' | 'words' | 'medication' | 'physician'): boolean =>
  form.value.answer === 'yes' && (question.value?.details.includes(detail) ?? false);
watch(
  () => question.value?.code,
  () => {
    form.value = blankSaid();
    faults.value = {};
  },
);
watch(
  () => form.value.answer,
  (answer) => {
    if (answer === 'yes' && asks('medication') && form.value.medications.length === 0) addMedication();
  },
);
const addMedication = (): void => void form.value.medications.push({ name: '', dose: '', since: '', reason: '' });

async function give(answer?: 'yes' | 'no'): Promise<void> {
  if (answer) form.value.answer = answer;
  if (!question.value) return;
  if (answer === 'yes' && question.value.details.length > 0) return;
  busy.value = true;
  faults.value = {};
  problem.value = '';
  try {
    await props.send(saidOf(question.value, form.value));
    form.value = blankSaid();
  } catch (error) {
    faults.value = error instanceof ApiProblem ? saidFaults(error.problem.errors) : {};
    problem.value = Object.keys(faults.value).length > 0 ? '' : messageOf(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div v-if="question" class="d-grid ga-3">
    <p :id="`q-${question.code}`">
      <b>{{ question.text }}</b>
    </p>
    <div class="row-actions" role="group" :aria-labelledby="`q-${question.code}`">
      <v-btn :variant="form.answer === 'no' ? 'flat' : 'outlined'" :loading="busy && form.answer === 'no'" @click="give('no')">No</v-btn>
      <v-btn
        :variant="form.answer === 'yes' ? 'flat' : 'outlined'"
        :loading="busy && form.answer === 'yes' && question.details.length === 0"
        @click="give('yes')"
      >
        Yes
      </v-btn>
    </div>
    <div v-if="form.answer === 'yes' && question.details.length > 0" class="d-grid ga-3">
      <AskText v-if="asks('since')" v-model="form.since" label="Since when" hint="month and year, such as May 2024" :error="faults['since']" autofocus />
      <AskText v-if="asks('words')" v-model="form.words" label="What it is, in a few words" :error="faults['words']" />
      <AskText v-if="asks('physician')" v-model="form.physician" label="Which physician knows about it, and where" :error="faults['physician']" />
      <div v-if="asks('medication')" class="d-grid ga-3">
        <fieldset v-for="(one, at) in form.medications" :key="at" class="fields">
          <legend class="d-sr-only">Medication {{ at + 1 }}</legend>
          <div class="labelled">
            <v-label :for="`medication-${at}`">What they take</v-label>
            <v-autocomplete
              :id="`medication-${at}`"
              v-model="one.name"
              class="field-input"
              :items="asked.medications"
              :error-messages="faults['medication'] ?? faults['medications'] ?? ''"
            />
          </div>
          <AskText v-model="one.dose" label="Dose" />
          <AskText v-model="one.since" label="Since" hint="such as May 2024" />
          <AskText v-model="one.reason" label="What for" />
        </fieldset>
        <p><v-btn size="small" @click="addMedication">Another one</v-btn></p>
      </div>
      <p><v-btn variant="flat" :loading="busy" @click="give()">Keep this answer</v-btn></p>
    </div>
    <p v-if="problem || faults['question']" class="wrong" role="alert">{{ problem || faults['question'] }}</p>
  </div>
</template>
