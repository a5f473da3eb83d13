<script setup lang="ts">
import type { DoorReferences } from '@cavren/contract';
import { dateInWords, formatMoney, minor } from '@cavren/core';
import { computed, ref } from 'vue';
import { api, faultsOf, isSignedOut, messageOf } from '../api/index';
import { blankSaid, isSaid, SaidFields, saidOf } from '../lettings/index';

/** For whoever let a home to somebody who applies: how it went, and nothing of the application. */
const props = defineProps<{ view: DoorReferences }>();
const emit = defineEmits<{ change: [view: DoorReferences]; leave: []; ended: [] }>();
const form = ref(blankSaid());
const faults = ref<Record<string, string>>({});
const problem = ref('');
const busy = ref(false);
/** One after the other, where they let several. */
const asked = computed(() => props.view.lettings.find(({ state }) => state === 'asked') ?? null);
const done = computed(() => props.view.lettings.filter(({ state }) => state !== 'asked'));
const money = (amount: number): string => formatMoney(minor(amount), { currency: props.view.currency, locale: props.view.locale });

async function send(answers: boolean): Promise<void> {
  const letting = asked.value;
  if (!letting) return;
  const said = answers ? saidOf(form.value, props.view.dateOrder, props.view.today, props.view.questions) : null;
  faults.value = said && !isSaid(said) ? said : {};
  if (said && !isSaid(said)) return;
  busy.value = true;
  problem.value = '';
  try {
    emit('change', await api.post<DoorReferences>('/api/door/references', { id: letting.id, said }));
    form.value = blankSaid();
    window.scrollTo({ top: 0 });
  } catch (error) {
    if (isSignedOut(error)) return emit('ended');
    faults.value = faultsOf(error);
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="stack">
    <p class="soft">{{ view.lender }}</p>
    <h1>{{ asked ? `How did it go with ${asked.tenant}?` : 'Thank you' }}</h1>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <template v-if="asked">
      <p>
        {{ asked.tenant }} applied for a home with us, and said that you let them <b>{{ asked.home }}</b>. {{ view.why }} What you say is read by those who work
        on the application and decide it.
      </p>
      <form class="card stack" @submit.prevent="send(true)">
        <SaidFields v-model="form" :questions="view.questions" :faults="faults" />
        <v-btn type="submit" variant="flat" :loading="busy">Send my answers</v-btn>
      </form>
      <v-btn variant="text" :disabled="busy" @click="send(false)">I would rather not say</v-btn>
    </template>
    <template v-else>
      <p role="status">
        {{
          done.length === 0
            ? 'Nothing is asked of you any more.'
            : done.some(({ state }) => state === 'answered')
              ? 'We have what you said.'
              : 'We ask you no more.'
        }}
        You need do nothing else.
      </p>
    </template>
    <section v-for="{ id, home, tenant, said } in done" :key="id" class="card">
      <h2>{{ home }}</h2>
      <p v-if="!said">You would rather not say how it went with {{ tenant }}.</p>
      <ul v-else>
        <li>From {{ dateInWords(said.since) }} {{ said.until ? `to ${dateInWords(said.until)}` : 'until now' }}, for {{ money(said.monthlyCost) }} a month</li>
        <li v-for="{ code, text } in view.questions" :key="code">{{ text }} <b>{{ said.answers[code] }}</b></li>
        <li v-if="said.remark">“{{ said.remark }}”</li>
      </ul>
    </section>
    <v-btn variant="text" @click="emit('leave')">Leave</v-btn>
  </div>
</template>
