<script setup lang="ts">
import { barToSignRecord, recordSides, ROOM_STATE_LABEL, type FileState, type RoomRecord, type RoomState } from '@cavren/core';
import { computed, ref } from 'vue';
import { offerActs } from '../acts/index';
import { useEditing, useSending, useShown } from '../file/index';
import { AskChoice, AskText, Mark, PickFile, usePhone } from '../look/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';

/** The condition of a unit as it is handed over: room by room, with pictures, signed by both. */
const props = defineProps<{ file: FileState }>();
const say = useSay();
const editing = useEditing();
const desk = useDesk();
const { showTime } = useShown();
const { send, problem, busy } = useSending();
/** On a phone the heads of the columns aren’t there: what is asked stands in the field. */
const phone = usePhone();
const worn = computed(() => (phone.value ? 'What is worn or damaged' : ''));
const record = computed(() => props.file.handover);
const bar = computed(() => barToSignRecord(record.value));
const sides = computed(() => recordSides(props.file));
const open = computed(() => props.file.stage === 'completing' && record.value.keysAt === null && desk.may('record.write'));
const STATES = [{ value: '' as const, label: '—' }, ...(Object.entries(ROOM_STATE_LABEL) as [RoomState, string][]).map(([value, label]) => ({ value, label }))];
/** Words that are being typed, by room, until the field is left. */
const typed = ref<Record<string, string>>({});
const put = (room: RoomRecord, values: Partial<Pick<RoomRecord, 'state' | 'note'>>): Promise<boolean> =>
  send(room.id, `/record/rooms/${room.id}`, { state: room.state, note: room.note, ...values });
async function leave(room: RoomRecord): Promise<void> {
  const text = typed.value[room.id];
  if (text === undefined || text.trim() === (room.note ?? '')) return;
  await put(room, { note: text.trim() || null });
}
async function show(room: RoomRecord, files: File[]): Promise<void> {
  for (const file of files) {
    const form = new FormData();
    form.set('file', file);
    await send(room.id, `/record/rooms/${room.id}/pictures`, form);
  }
}
const sign = (): Promise<boolean> => send('sign', '/record/sign', {});
const allGood = async (): Promise<void> => {
  for (const room of record.value.rooms.filter(({ state }) => state === null)) await put(room, { state: 'good' });
};
const signed = computed(() => record.value.signatures.some(({ whoId }) => whoId === desk.me?.id));
offerActs(() =>
  open.value && record.value.rooms.length > 0 && !signed.value
    ? [{ name: 'Sign the condition record', key: null, waits: bar.value ? sayWithin(say, bar.value) : null, run: () => void sign() }]
    : [],
);
</script>

<template>
  <section class="block" data-anchor="record" tabindex="-1">
    <div class="chapter-head">
      <h2>Condition of {{ file.unit?.unit.label ?? 'the unit' }}</h2>
      <a v-if="record.rooms.length > 0" :href="`${editing.url}/record`" target="_blank" rel="noopener">Open the record (PDF)</a>
    </div>
    <p v-if="record.rooms.length === 0" class="row-actions">
      <v-btn v-if="open" variant="flat" :loading="busy === 'begin'" @click="send('begin', '/record', {})">Begin the record, room by room</v-btn>
      <span v-else class="soft">No record was begun.</span>
    </p>
    <template v-else>
      <v-table class="sheet by-room">
        <thead>
          <tr>
            <th scope="col">Room</th>
            <th scope="col">It is</th>
            <th scope="col" class="w-50">What is worn or damaged</th>
            <th scope="col">Pictures</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="room in record.rooms" :key="room.id">
            <th scope="row">{{ room.room }}</th>
            <td>
              <AskChoice
                v-if="open"
                :model-value="room.state ?? ''"
                :label="`${room.room} is`"
                bare
                :items="STATES"
                @update:model-value="(state) => put(room, { state: state === '' ? null : state })"
              />
              <span v-else>{{ room.state ? ROOM_STATE_LABEL[room.state] : '—' }}</span>
            </td>
            <td>
              <AskText
                v-if="open"
                :model-value="typed[room.id] ?? room.note ?? ''"
                :label="`${room.room}: what is worn or damaged`"
                bare
                :placeholder="worn"
                maxlength="1000"
                @update:model-value="(text: string) => (typed[room.id] = text)"
                @blur="leave(room)"
              />
              <span v-else>{{ room.note }}</span>
            </td>
            <td>
              <a
                v-for="(picture, at) in room.pictures"
                :key="picture.id"
                :href="`${editing.url}/papers/${picture.id}/content`"
                target="_blank"
                rel="noopener"
                class="me-2"
                >{{ at + 1 }}. picture</a
              >
              <PickFile v-if="open" :label="`Picture of ${room.room}`" says="Add" :busy="busy === room.id" @picked="show(room, $event)" />
            </td>
          </tr>
        </tbody>
      </v-table>
      <p class="row-actions mt-2">
        <span><Mark :kind="sides.house ? 'settled' : 'open'" /> {{ sides.house ? 'signed for the house' : 'not signed for the house yet' }}</span>
        <span
          ><Mark :kind="sides.tenant ? 'settled' : 'open'" />
          {{ sides.tenant ? 'signed by who moves in' : 'who moves in signs on the phone, at the unit' }}</span
        >
      </p>
      <ul class="facts plain soft">
        <li v-for="one in record.signatures" :key="one.side + one.whoId">
          {{ one.name }}, {{ one.side === 'house' ? 'for the house' : 'who moves in' }}, {{ showTime(one.at) }}
        </li>
      </ul>
      <p v-if="open" class="row-actions mt-2">
        <v-btn v-if="!signed" variant="flat" :loading="busy === 'sign'" :disabled="bar !== null" @click="sign">Sign for the house</v-btn>
        <v-btn v-if="record.rooms.some(({ state }) => state === null)" @click="allGood">All others are good</v-btn>
        <span v-if="bar && !signed" class="soft">waits for: {{ sayWithin(say, bar) }}</span>
        <span v-if="record.signatures.length > 0" class="soft">What is changed now is signed anew by both.</span>
      </p>
    </template>
    <p v-if="problem" class="wrong mt-2" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
/* On a phone, at the unit, a room is a card: its name, how it is, what is worn, its pictures. */
@media (width < 700px) {
  .by-room :deep(thead) {
    display: none;
  }
  .by-room :deep(tr) {
    display: grid;
    gap: 6px;
    padding: 10px 12px;
    border-bottom: 1px solid var(--rule);
  }
  .by-room :deep(:is(td, th)) {
    height: auto;
    padding: 0;
    border: 0;
  }
}
</style>
