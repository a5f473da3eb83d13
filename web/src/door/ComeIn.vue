<script setup lang="ts">
import type { DoorGreeting, DoorReferences, DoorView } from '@cavren/contract';
import { onMounted, ref, toRefs } from 'vue';
import { api, messageOf } from '../api/index';
import { AskText } from '../look/index';
import AskCode from './AskCode.vue';
import InTurn from './InTurn.vue';
import { keptForm } from './kept';

const props = defineProps<{
  token: string | null;
  /** The file of whoever was away too long and comes in again. */
  again: string | null;
}>();
const emit = defineEmits<{ in: [view: DoorView]; asked: [view: DoorReferences] }>();
const greeting = ref<DoorGreeting | null>(null);
const coming = keptForm<{ reference: string; phone: string; sent: boolean }>('cavren-door-coming', { reference: '', phone: '', sent: false });
const byReference = ref(props.token === null || props.again !== null);
const { reference, phone, sent } = toRefs(coming.values);
if (props.again !== null) Object.assign(coming.values, { reference: props.again, sent: false });
const code = ref('');
const problem = ref('');
const busy = ref(false);

onMounted(async () => {
  if (props.token === null || props.again !== null) return;
  try {
    greeting.value = await api.post<DoorGreeting>('/api/door/open', { token: props.token });
  } catch (error) {
    problem.value = messageOf(error);
    byReference.value = true;
  }
});
async function run(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    await work();
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
const send = () =>
  run(async () => {
    if (byReference.value) await api.post('/api/door/return', { reference: reference.value, phone: phone.value });
    else await api.post('/api/door/code', { token: props.token });
    sent.value = true;
    code.value = '';
  });
const enter = () =>
  run(async () => {
    const body = byReference.value ? { reference: reference.value, phone: phone.value, code: code.value } : { token: props.token, code: code.value };
    if (greeting.value?.purpose === 'reference' && !byReference.value) {
      const asked = await api.post<DoorReferences>('/api/door/references/enter', body);
      coming.drop();
      return emit('asked', asked);
    }
    const view = await api.post<DoorView>(byReference.value ? '/api/door/return/enter' : '/api/door/enter', body);
    coming.drop();
    emit('in', view);
  });
</script>

<template>
  <div class="stack">
    <p class="soft">{{ greeting?.lender ?? 'Quillhaven Mutual' }}</p>
    <h1>{{ greeting ? `Hello ${greeting.firstName}` : 'Your application' }}</h1>
    <v-alert v-if="again" class="note lichen" role="status">
      You were away for a while, so we closed the door. What you had said is kept on this phone: come in again and go on.
    </v-alert>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <template v-if="greeting || byReference">
      <form v-if="!sent" class="stack" @submit.prevent="send">
        <template v-if="byReference">
          <p>Come in with the reference on our letter and the phone number that you gave us.</p>
          <InTurn><AskText v-model="reference" label="Reference" name="reference" autocomplete="off" placeholder="like 4KT-M2X-7" required /></InTurn>
          <InTurn><AskText v-model="phone" label="Phone number" name="phone" type="tel" autocomplete="tel" required /></InTurn>
        </template>
        <p v-else>
          To be sure that it is you, we text a code to your phone ending in
          <b>{{ greeting?.phoneTail }}</b>
          .
        </p>
        <InTurn><v-btn type="submit" variant="flat" :disabled="busy">Text me the code</v-btn></InTurn>
      </form>
      <form v-else class="stack" @submit.prevent="enter">
        <p v-if="byReference">If reference and phone number fit together, a code is on its way by text.</p>
        <p v-else>
          The code is on its way to your phone ending in
          <b>{{ greeting?.phoneTail }}</b>. It holds for ten minutes.
        </p>
        <AskCode v-model="code" label="Six-digit code" />
        <v-btn type="submit" variant="flat" :disabled="busy || code.length !== 6">Come in</v-btn>
        <v-btn variant="text" :disabled="busy" @click="send">Send another code</v-btn>
      </form>
    </template>
    <p v-else-if="!problem" role="status">One moment …</p>
  </div>
</template>
