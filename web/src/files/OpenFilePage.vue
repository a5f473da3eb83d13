<script setup lang="ts">
import { CHANNEL_LABEL, CHANNELS, type PersonMatch, type ProductOnOffer } from '@cavren/contract';
import { parseDate, isoDate, STAGE_LABEL, type IsoDate, type Stage } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ApiProblem, messageOf } from '../api/index';
import Mark from '../look/Mark.vue';
import { localToday, showDate } from './words';

const router = useRouter();
const today = isoDate(localToday());
const name = ref('');
const born = ref('');
const number = ref('');
const matches = ref<PersonMatch[] | null>(null);
const chosen = ref<PersonMatch | 'new' | null>(null);
const product = ref('workboat-refit');
const channel = ref<(typeof CHANNELS)[number]>('counter');
const received = ref(showDate(today));
const problems = ref<Record<string, string>>({});
const busy = ref(false);
const { data: products } = useQuery({ queryKey: ['products'], queryFn: () => api.get<ProductOnOffer[]>('/api/products') });
const birthDate = computed<IsoDate | null>(() => (born.value ? parseDate(born.value, 'mdy', today) : null));

function take(error: unknown): void {
  const errors = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
  problems.value = errors.length > 0 ? Object.fromEntries(errors.map(({ path, message }) => [path, message])) : { form: messageOf(error) };
}

async function search(): Promise<void> {
  problems.value = {};
  chosen.value = null;
  if (!name.value.trim() && !number.value.trim()) return void (problems.value = { name: 'Give a name, or an identity number.' });
  if (born.value && !birthDate.value) return void (problems.value = { birthDate: 'Give the date as month/day/year.' });
  busy.value = true;
  try {
    const body = {
      ...(name.value.trim() ? { name: name.value.trim() } : {}),
      ...(birthDate.value ? { birthDate: birthDate.value } : {}),
      ...(number.value.trim() ? { number: number.value.trim() } : {}),
    };
    matches.value = (await api.post<{ matches: PersonMatch[] }>('/api/persons/search', body)).matches;
    if (matches.value.length === 0) chosen.value = 'new';
  } catch (error) {
    take(error);
  } finally {
    busy.value = false;
  }
}

async function open(): Promise<void> {
  const receivedOn = parseDate(received.value, 'mdy', today);
  if (!receivedOn) return void (problems.value = { receivedOn: 'Give the date as month/day/year.' });
  busy.value = true;
  problems.value = {};
  try {
    const known = chosen.value === 'new' ? null : chosen.value;
    const { reference } = await api.post<{ reference: string }>('/api/files', {
      product: product.value,
      channel: channel.value,
      receivedOn,
      personId: known?.id ?? null,
      fullName: known ? null : name.value.trim(),
      birthDate: known ? null : birthDate.value,
    });
    await router.push(`/files/${reference}/request`);
  } catch (error) {
    take(error);
  } finally {
    busy.value = false;
  }
}
const age = (time: string): string => {
  const days = Math.floor((Date.now() - Date.parse(time)) / 86_400_000);
  return days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
};
</script>

<template>
  <main class="page">
    <h1>Open a file</h1>
    <p class="soft">First see whether we know the person: nobody is keyed twice.</p>
    <form class="sheet find" @submit.prevent="search">
      <label>
        Full name
        <input v-model="name" class="field-input" :class="{ wrong: problems['name'] }" name="name" autofocus autocomplete="off" />
        <span v-if="problems['name']" class="error" role="alert">{{ problems['name'] }}</span>
      </label>
      <label>
        Birth date
        <input v-model="born" class="field-input" :class="{ wrong: problems['birthDate'] }" name="birthDate" placeholder="month/day/year" autocomplete="off" />
        <span v-if="problems['birthDate']" class="error" role="alert">{{ problems['birthDate'] }}</span>
        <span v-else-if="birthDate" class="soft small">{{ showDate(birthDate) }}</span>
      </label>
      <label>
        or identity number
        <input v-model="number" class="field-input mono" name="number" autocomplete="off" />
      </label>
      <v-btn type="submit" :variant="matches === null ? 'flat' : 'outlined'" :loading="busy && matches === null">Look the person up</v-btn>
    </form>

    <section v-if="matches !== null" class="block">
      <h2>{{ matches.length === 0 ? 'Nobody in the register resembles this person' : 'Who may be meant' }}</h2>
      <div v-if="matches.length > 0" class="matches">
        <label v-for="match in matches" :key="match.id" class="sheet match" :class="{ on: chosen !== 'new' && chosen?.id === match.id }">
          <input type="radio" name="match" :checked="chosen !== 'new' && chosen?.id === match.id" @change="chosen = match" />
          <span>
            <strong>{{ match.fullName }}</strong>, born {{ showDate(match.birthDate) }}
            <span class="soft">
              {{ [match.phone, match.email, match.idNumberTail ? `number ending ${match.idNumberTail}` : null].filter(Boolean).join(' · ') }}
            </span>
            <span class="why">
              <Mark kind="partly" />
              {{ match.reasons.join(', ') }} · details last changed {{ age(match.updatedAt) }}
            </span>
            <span v-for="file in match.files" :key="file.reference" class="soft small">
              File
              <span class="mono">{{ file.reference }}</span>, {{ STAGE_LABEL[file.stage as Stage].toLowerCase() }}
            </span>
          </span>
        </label>
        <label class="sheet match" :class="{ on: chosen === 'new' }">
          <input type="radio" name="match" :checked="chosen === 'new'" @change="chosen = 'new'" />
          <span> <strong>Somebody new</strong>: {{ name || 'give a name above' }}{{ birthDate ? `, born ${showDate(birthDate)}` : '' }} </span>
        </label>
      </div>
    </section>

    <form v-if="chosen" class="sheet rest" @submit.prevent="open">
      <label>
        Product
        <select v-model="product" class="field-input" name="product">
          <option v-for="offer in products ?? []" :key="offer.code" :value="offer.code">{{ offer.name }}</option>
        </select>
      </label>
      <label>
        How it came in
        <select v-model="channel" class="field-input" name="channel">
          <option v-for="way in CHANNELS" :key="way" :value="way">{{ CHANNEL_LABEL[way] }}</option>
        </select>
      </label>
      <label>
        Date received
        <input v-model="received" class="field-input" :class="{ wrong: problems['receivedOn'] }" name="receivedOn" />
        <span v-if="problems['receivedOn']" class="error" role="alert">{{ problems['receivedOn'] }}</span>
      </label>
      <v-btn type="submit" variant="flat" :loading="busy">{{ chosen === 'new' ? 'Open the file' : `Open with ${chosen.fullName}’s details` }}</v-btn>
      <p v-if="problems['form'] || problems['fullName'] || problems['birthDate']" class="note ember whole" role="alert">
        {{ problems['form'] ?? problems['fullName'] ?? problems['birthDate'] }}
      </p>
    </form>
    <p v-else-if="problems['form']" class="note ember" role="alert">{{ problems['form'] }}</p>
  </main>
</template>

<style scoped>
.page {
  padding: 20px 24px;
  max-width: 1040px;
  margin: 0 auto;
  display: grid;
  gap: 14px;
}
.find,
.rest {
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr auto;
  gap: 14px;
  padding: 16px;
  align-items: start;
}
.find .v-btn,
.rest .v-btn {
  margin-top: 21px;
}
label {
  display: grid;
  gap: 3px;
  font-weight: 600;
  align-content: start;
}
.match {
  grid-template-columns: 24px 1fr;
  padding: 10px 14px;
  font-weight: 400;
  cursor: pointer;
}
.match span span {
  display: block;
}
.match.on {
  border-color: var(--teal);
  background: var(--teal-soft);
}
.match .mono {
  display: inline !important;
}
.matches {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.error {
  color: var(--ember);
  font-weight: 600;
  font-size: 0.85rem;
}
.small {
  font-size: 0.85rem;
  font-weight: 400;
}
.whole {
  grid-column: 1 / -1;
}
</style>
