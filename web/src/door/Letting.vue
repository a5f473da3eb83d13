<script setup lang="ts">
import type { DoorView } from '@cavren/contract';
import { formatMoney, isOpenOrder, minor, parseMoney, ROOM_STATE_LABEL, type RoomState } from '@cavren/core';
import { computed, ref, watch } from 'vue';
import { ApiProblem, api, isSignedOut, messageOf } from '../api/index';
import { AskChoice, AskText, Fold, Mark, PickFile } from '../look/index';

/** What is let, for who applies: choosing a unit, paying what is asked before the keys, and the condition record at the unit. */
const props = defineProps<{ view: DoorView; lease: NonNullable<DoorView['lease']>; day: (value: string) => string }>();
const emit = defineEmits<{ change: [view: DoorView]; ended: []; fill: [] }>();
const busy = ref('');
const problem = ref('');
const others = ref<{ path: string; message: string }[]>([]);
async function tell(name: string, path: string, body: object): Promise<boolean> {
  busy.value = name;
  problem.value = '';
  others.value = [];
  try {
    emit('change', await api.post<DoorView>(path, body));
    return true;
  } catch (error) {
    if (isSignedOut(error)) emit('ended');
    else problem.value = messageOf(error);
    others.value = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
    return false;
  } finally {
    busy.value = '';
  }
}
/** Units of each plan: the plans first, so that a phone isn't filled with sixteen of a kind. */
type Choice = (typeof props.lease.choices)[number];
const plans = computed(() => {
  const byPlan = new Map<string, Choice[]>();
  for (const one of props.lease.choices) {
    const plan = `${one.plan}, ${one.size}, ${one.rent} a month`;
    byPlan.set(plan, [...(byPlan.get(plan) ?? []), one]);
  }
  return [...byPlan];
});
const opened = ref('');
const time = (value: string): string => new Date(value).toLocaleTimeString(props.view.locale, { hour: '2-digit', minute: '2-digit' });

const typed = ref('');
watch(
  () => props.lease.askedMinor,
  (owed) => (typed.value = formatMoney(minor(owed))),
  { immediate: true },
);
const amount = computed(() => parseMoney(typed.value));
const number = ref('');
const expires = ref('');
const holder = ref(props.view.fullName);
const paying = ref(false);
const wrong = (path: string): string | undefined => others.value.find((one) => one.path.replaceAll('/', '.') === path)?.message;
async function pay(): Promise<void> {
  const card = { number: number.value, expires: expires.value.trim(), name: holder.value.trim() };
  if (await tell('pay', '/api/door/pay', { amount: amount.value, card })) [number.value, expires.value, paying.value] = ['', '', false];
}
const waiting = computed(() => props.lease.payments.some(({ state }) => isOpenOrder(state)));
const STATE: Record<(typeof props.lease.payments)[number]['state'], string> = {
  ordered: 'on its way',
  unknown: 'on its way',
  done: 'received',
  failed: 'refused',
  differs: 'we look into it',
};

const STATES = [
  { value: '' as const, label: 'Not said yet' },
  ...(Object.entries(ROOM_STATE_LABEL) as [RoomState, string][]).map(([value, label]) => ({ value, label })),
];
type Room = NonNullable<typeof props.lease.record>['rooms'][number];
const notes = ref<Record<string, string>>({});
const put = (room: Room, values: Partial<Pick<Room, 'state' | 'note'>>): Promise<boolean> =>
  tell(room.id, `/api/door/record/rooms/${room.id}`, { state: room.state, note: room.note, ...values });
async function leave(room: Room): Promise<void> {
  const text = notes.value[room.id];
  if (text === undefined || text.trim() === (room.note ?? '')) return;
  await put(room, { note: text.trim() || null });
}
async function show(room: Room, file: File | undefined): Promise<void> {
  if (!file) return;
  const form = new FormData();
  form.set('file', file);
  await tell(room.id, `/api/door/record/rooms/${room.id}/pictures`, form);
}
const name = ref('');
const sign = (): Promise<boolean> => tell('sign', '/api/door/record/sign', { name: name.value.trim() });
</script>

<template>
  <section v-if="lease.unit || lease.choosing" class="card">
    <h2>{{ lease.unit ? lease.unit.label : 'Choose your unit' }}</h2>
    <template v-if="lease.unit">
      <p>{{ lease.unit.plan }}, {{ lease.rent ? `${lease.rent} a month, ` : '' }}{{ day(lease.unit.startsOn) }} to {{ day(lease.unit.lastOn) }}.</p>
      <p v-if="lease.unit.state === 'held' && lease.unit.holdsUntil">
        Held for you until <b>{{ day(lease.unit.holdsUntil) }}, {{ time(lease.unit.holdsUntil) }}</b>. After that somebody else can take it.
      </p>
      <p v-else-if="lease.unit.state === 'kept'">It is kept for you.</p>
      <p v-if="lease.unit.end">{{ lease.unit.end }}</p>
    </template>
    <template v-if="lease.choosing">
      <p v-if="lease.lacks">Say first {{ lease.lacks }}, in your details.</p>
      <template v-else-if="lease.choices.length === 0">
        <p>Say first from when and for how many months, in your details. If you did, nothing is free for these days.</p>
        <v-btn @click="emit('fill')">Fill in my details</v-btn>
      </template>
      <template v-else>
        <p class="soft">{{ lease.unit ? 'You can still take another one:' : 'Free for the days that you want:' }}</p>
        <div v-for="[plan, units] in plans" :key="plan" class="stack">
          <h3>{{ plan }}</h3>
          <img v-if="units[0]?.picture" :src="`/api/unit-pictures/${units[0].picture}`" :alt="`Plan: ${plan}`" class="w-100" loading="lazy" />
          <p class="soft">{{ units[0]?.facts.join(', ') }}</p>
          <p class="d-flex flex-wrap ga-2">
            <v-btn
              v-for="one in opened === plan ? units : units.slice(0, 3)"
              :key="one.id"
              :disabled="one.id === lease.unit?.id"
              :loading="busy === one.id"
              :aria-label="`Take ${one.label}`"
              @click="tell(one.id, '/api/door/unit', { unitId: one.id })"
              >{{ one.label }}</v-btn
            >
            <v-btn v-if="units.length > 3 && opened !== plan" variant="text" @click="opened = plan">{{ units.length - 3 }} more</v-btn>
          </p>
        </div>
      </template>
    </template>
    <v-alert v-if="problem && !paying && !lease.record" class="note ember" role="alert">
      {{ problem }}
      <p v-for="other in others.filter(({ path }) => path.includes('.'))" :key="other.path">
        <v-btn :loading="busy === other.path" @click="tell(other.path, '/api/door/unit', { unitId: other.path })">{{ other.message }}</v-btn>
      </p>
    </v-alert>
  </section>

  <section v-if="lease.steps.length > 0" class="card">
    <h2>Until you have the keys</h2>
    <p v-for="step in lease.steps" :key="step.what">
      <Mark :kind="step.done ? 'settled' : 'open'" /> {{ step.what }}
      <span class="soft d-block">{{ step.done ? 'done' : `${step.mine ? 'you' : 'we'}, ${step.by}` }}</span>
    </p>
  </section>

  <section v-if="lease.charges.length > 0 && !lease.keys" class="card">
    <h2>What is paid before you move in</h2>
    <p v-if="lease.criteria && lease.owedMinor > 0" class="soft">
      You are judged as everybody is, by the rules of {{ day(lease.criteria.since) }}; they stand below. What comes back if nothing is let, they say too.
    </p>
    <ul>
      <li v-for="charge in lease.charges" :key="charge.label">
        {{ charge.label }}: <b>{{ charge.amount }}</b>{{ charge.paid ? ', paid' : charge.dueOn ? `, by ${day(charge.dueOn)}` : `, ${charge.due}` }}
        <span class="soft d-block">{{ charge.why }}</span>
      </li>
    </ul>
    <p v-if="lease.owedMinor > 0">
      Still to be paid: <b>{{ lease.owed }}</b>{{ lease.asked && lease.askedMinor < lease.owedMinor ? `, of it now ${lease.askedNow}` : '' }}
    </p>
    <v-alert v-else class="note lichen" role="note">Everything is paid.</v-alert>
    <ul v-if="lease.payments.length > 0" class="soft">
      <li v-for="payment in lease.payments" :key="payment.at + payment.amount">
        {{ payment.direction === 'in' ? '' : 'Back to you: ' }}{{ payment.amount
        }}{{ payment.reference ? ` (${payment.way === 'counter' ? 'receipt' : 'ending'} ${payment.reference})` : '' }},
        {{ STATE[payment.state] }}
      </li>
    </ul>
    <v-btn v-if="lease.owedMinor > 0 && !waiting && !paying" variant="flat" @click="paying = true">Pay by card</v-btn>
    <form v-if="paying && !waiting" class="stack" @submit.prevent="pay">
      <AskText v-model="typed" label="How much" inputmode="decimal" hint="You can pay in parts." :error="wrong('amount')" />
      <AskText v-model="number" label="Number of the card" inputmode="numeric" autocomplete="cc-number" :error="wrong('card.number')" />
      <AskText v-model="expires" label="Runs out" placeholder="09/28" autocomplete="cc-exp" :error="wrong('card.expires')" />
      <AskText v-model="holder" label="Name on the card" autocomplete="cc-name" :error="wrong('card.name')" />
      <v-alert v-if="problem && others.length === 0" class="note ember" role="alert">{{ problem }}</v-alert>
      <p class="d-flex flex-wrap ga-2">
        <v-btn type="submit" variant="flat" :loading="busy === 'pay'" :disabled="!amount || !number || !expires">Pay {{ typed }}</v-btn>
        <v-btn variant="text" @click="paying = false">Not now</v-btn>
      </p>
    </form>
    <p v-if="lease.late" class="soft">If a rent comes late: {{ lease.late }}</p>
  </section>

  <section v-if="lease.record" class="card">
    <h2>How your unit is</h2>
    <p v-if="lease.record.open">
      Walk through it with us. Say how each room is, and take a picture of what is worn or damaged: you don’t pay later for what was there before.
    </p>
    <article v-for="room in lease.record.rooms" :key="room.id" class="stack">
      <h3>{{ room.room }}</h3>
      <template v-if="lease.record.open">
        <AskChoice
          :model-value="room.state ?? ''"
          :label="`${room.room} is`"
          :items="STATES"
          @update:model-value="(state) => put(room, { state: state === '' ? null : state })"
        />
        <AskText
          v-if="room.state && room.state !== 'good'"
          :model-value="notes[room.id] ?? room.note ?? ''"
          :label="`What is ${room.state} in: ${room.room}`"
          @update:model-value="(text: string) => (notes[room.id] = text)"
          @blur="leave(room)"
        />
        <PickFile :label="`Picture of ${room.room}`" says="Take a picture" :busy="busy === room.id" @picked="show(room, $event[0])" />
      </template>
      <p v-else>{{ room.state ? ROOM_STATE_LABEL[room.state] : '—' }}{{ room.note ? `: ${room.note}` : '' }}</p>
      <p v-if="room.pictures.length > 0" class="soft">
        <a
          v-for="(picture, at) in room.pictures"
          :key="picture.id"
          :href="`/api/door/record/pictures/${picture.id}`"
          target="_blank"
          rel="noopener"
          class="me-3"
          >{{ at + 1 }}. picture</a
        >
      </p>
    </article>
    <p v-if="lease.record.signatures.length > 0" class="soft">
      Signed: {{ lease.record.signatures.map((one) => `${one.name}${one.side === 'house' ? ' for the house' : ''}`).join(', ') }}.
    </p>
    <v-alert v-if="problem && !paying && !wrong('name')" class="note ember" role="alert">{{ problem }}</v-alert>
    <template v-if="lease.record.open && !lease.record.mine">
      <p v-if="lease.record.bar" class="soft">{{ lease.record.bar }}.</p>
      <form v-else class="stack" @submit.prevent="sign">
        <AskText v-model="name" label="Sign with your name" :hint="`as in your file: ${view.fullName}`" autocomplete="name" :error="wrong('name')" />
        <v-btn type="submit" variant="flat" :loading="busy === 'sign'" :disabled="name.trim().length < 2">Sign the condition record</v-btn>
      </form>
    </template>
    <p v-else-if="lease.record.mine">You have signed it.</p>
    <v-btn href="/api/door/record" target="_blank" rel="noopener">Open the record</v-btn>
  </section>

  <section v-if="lease.keys" class="card note lichen">
    <h2>Your keys</h2>
    <p>{{ lease.keys.count }} keys were handed to {{ lease.keys.to }} on {{ day(lease.keys.at) }}. Your lease and the condition record stay here.</p>
  </section>

  <Fold v-if="lease.criteria" title="The rules, the same for everybody" :open="lease.payments.length === 0">
    <ul>
      <li v-for="rule in lease.criteria.rules" :key="rule">{{ rule }}</li>
    </ul>
    <h3>What we ask for</h3>
    <ul>
      <li v-for="fee in lease.criteria.fees" :key="fee.label">{{ fee.label }}, {{ fee.amount }}: {{ fee.back }}</li>
    </ul>
  </Fold>
</template>
