<script setup lang="ts">
import { CHANNEL_LABEL, CHANNELS, type PersonMatch, type PersonMatches, type ProductOnOffer } from '@cavren/contract';
import { dateInWords, formatDate, isoDate, LINE_LABEL, STAGE_LABEL, type IsoDate, type Stage } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { ApiProblem, api, messageOf } from '../api/index';
import { possibleDates } from '../file/index';
import { Mark } from '../look/index';
import { localToday, showDate, showPhone } from './words';
import { sayAll, useSay } from '../words/index';

const say = useSay();

/** Find the person first, then open a file for them: with their known details, or as somebody new. */
const router = useRouter();
const kind = ref<'person' | 'organisation'>('person');
const name = ref('');
const born = ref('');
const number = ref('');
const contact = ref('');
const matches = ref<PersonMatch[] | null>(null);
const chosen = ref<PersonMatch | 'new' | null>(null);
const different = ref('');
const LAST_PRODUCT = 'cavren-last-product';
const product = ref('');
const channel = ref<(typeof CHANNELS)[number]>('counter');
/** What was typed; the day itself where nothing was. */
const receivedTyped = ref<string | null>(null);
const signed = ref('');
const problems = ref<Record<string, string>>({});
const busy = ref(false);
const rest = ref<HTMLFormElement | null>(null);
const { data: products } = useQuery({
  queryKey: ['products', channel],
  queryFn: () => api.get<ProductOnOffer[]>(`/api/products?channel=${channel.value}`),
  placeholderData: (before) => before,
});
const picked = computed(() => products.value?.find(({ code }) => code === product.value) ?? null);
/** Days are those of the product's place, and written as there; before there is one, those of this desk. */
const today = computed(() => (picked.value ? isoDate(picked.value.today) : localToday()));
const order = computed(() => picked.value?.dateOrder ?? 'mdy');
const ORDER_WORD = { mdy: 'month/day/year', dmy: 'day/month/year', ymd: 'year-month-day' } as const;
const received = computed({ get: () => receivedTyped.value ?? formatDate(today.value, order.value), set: (text) => (receivedTyped.value = text) });
const offered = computed(() => (products.value ?? []).filter(({ bars }) => bars.length === 0));
const barred = computed(() => (products.value ?? []).filter(({ bars }) => bars.length > 0));
watch(offered, (list) => {
  if (list.some(({ code }) => code === product.value)) return;
  // What was opened here last is the likeliest to be opened next.
  const last = localStorage.getItem(LAST_PRODUCT);
  product.value = (list.find(({ code }) => code === last) ?? list.find(({ line }) => line === 'lending') ?? list[0])?.code ?? '';
});
const round = computed(() => picked.value?.round ?? null);
/** A file of the same round in which the chosen person stands already. */
const clash = computed(() => {
  if (!round.value || chosen.value === null || chosen.value === 'new') return null;
  return chosen.value.files.find((file) => file.open && file.round === round.value) ?? null;
});
const ways = CHANNELS.filter((way) => way !== 'frontDoor');
const readings = computed(() => (born.value.trim() ? possibleDates(born.value, 'mdy', localToday()) : []));
const birthDate = computed<IsoDate | null>(() => (readings.value.length === 1 ? (readings.value[0] ?? null) : null));
const strong = computed(() => matches.value?.find(({ strength }) => strength === 'strong') ?? null);
const mail = computed(() => (contact.value.includes('@') ? contact.value.trim() : ''));
const phone = computed(() => (contact.value.includes('@') ? '' : contact.value.trim()));

/** Whoever comes here comes to type a name. A dialog that was just closed has let the keys go by then. */
onMounted(() =>
  setTimeout(() => {
    // Whoever was quicker is typing somewhere already.
    if (!(document.activeElement instanceof HTMLInputElement)) document.querySelector<HTMLElement>('.find input[name=name]')?.focus();
  }, 60),
);

function take(error: unknown): void {
  const errors = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
  problems.value = errors.length > 0 ? Object.fromEntries(errors.map(({ path, message }) => [path, message])) : { form: messageOf(error) };
}

async function search(): Promise<void> {
  problems.value = {};
  chosen.value = null;
  if (!name.value.trim() && !number.value.trim() && !contact.value.trim())
    return void (problems.value = { name: 'Give a name, a number, a phone or an e-mail address.' });
  if (readings.value.length > 1) return void (problems.value = { birthDate: 'Say which day is meant.' });
  if (born.value.trim() && !birthDate.value) return void (problems.value = { birthDate: 'Give a date like 4/30/1990 or 30 Apr 1990.' });
  busy.value = true;
  try {
    const given = { name: name.value.trim(), birthDate: birthDate.value ?? '', number: number.value.trim(), phone: phone.value, email: mail.value };
    const found = await api.post<PersonMatches>('/api/persons/search', Object.fromEntries(Object.entries(given).filter(([, value]) => value !== '')));
    matches.value = found.matches;
    if (matches.value.length === 0) chosen.value = 'new';
    await nextTick();
    (matches.value.length > 0 ? document.querySelector<HTMLElement>('.matches input') : rest.value?.querySelector<HTMLElement>('select'))?.focus();
  } catch (error) {
    take(error);
  } finally {
    busy.value = false;
  }
}

async function open(): Promise<void> {
  const [receivedOn] = possibleDates(received.value, order.value, today.value);
  const [signedOn = null] = signed.value.trim() ? possibleDates(signed.value, order.value, today.value) : [];
  if (!receivedOn) return void (problems.value = { receivedOn: `Give the date as ${ORDER_WORD[order.value]}.` });
  if (signed.value.trim() && !signedOn) return void (problems.value = { signedOn: `Give the date as ${ORDER_WORD[order.value]}.` });
  busy.value = true;
  problems.value = {};
  try {
    const known = chosen.value === 'new' ? null : chosen.value;
    const own = {
      fullName: name.value.trim(),
      birthDate: birthDate.value,
      number: number.value.trim() || null,
      phone: phone.value || null,
      email: mail.value || null,
      kind: kind.value,
      differentBecause: different.value.trim() || null,
    };
    const { reference } = await api.post<{ reference: string }>('/api/files', {
      product: product.value,
      channel: channel.value,
      receivedOn,
      signedOn: channel.value === 'post' ? signedOn : null,
      personId: known?.id ?? null,
      ...(known ? { fullName: null, birthDate: null } : own),
    });
    localStorage.setItem(LAST_PRODUCT, product.value);
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
const formProblem = computed(() => problems.value['form'] ?? problems.value['personId'] ?? (chosen.value === 'new' ? '' : problems.value['fullName']));
</script>

<template>
  <main class="page">
    <h1>Open a file</h1>
    <p class="soft">First see whether we know the person: nobody is keyed twice.</p>
    <form class="sheet find" @submit.prevent="search">
      <label class="who">
        {{ kind === 'person' ? 'Full name' : 'Name of the organisation' }}
        <input v-model="name" class="field-input" :class="{ wrong: problems['name'] ?? problems['fullName'] }" name="name" autofocus autocomplete="off" />
        <span v-if="problems['name'] ?? problems['fullName']" class="error" role="alert">{{ problems['name'] ?? problems['fullName'] }}</span>
      </label>
      <label>
        {{ kind === 'person' ? 'Birth date' : 'Founded on' }}
        <input
          v-model="born"
          class="field-input"
          :class="{ wrong: problems['birthDate'] }"
          name="birthDate"
          :placeholder="ORDER_WORD[order]"
          autocomplete="off"
        />
        <span v-if="readings.length > 1" class="which">
          <button v-for="date in readings" :key="date" type="button" @click="born = dateInWords(date)">{{ dateInWords(date) }}</button> which?
        </span>
        <span v-else-if="problems['birthDate']" class="error" role="alert">{{ problems['birthDate'] }}</span>
        <span v-else-if="birthDate" class="soft small">{{ dateInWords(birthDate) }}</span>
      </label>
      <label>
        Identity or tax number
        <input v-model="number" class="field-input mono" :class="{ wrong: problems['number'] }" name="number" autocomplete="off" />
        <span v-if="problems['number']" class="error" role="alert">{{ problems['number'] }}</span>
      </label>
      <label>
        Phone or e-mail
        <input v-model="contact" class="field-input" :class="{ wrong: problems['phone'] ?? problems['email'] }" name="contact" autocomplete="off" />
        <span v-if="problems['phone'] ?? problems['email']" class="error" role="alert">{{ problems['phone'] ?? problems['email'] }}</span>
      </label>
      <v-btn type="submit" :variant="matches === null ? 'flat' : 'outlined'" :loading="busy && matches === null">Look up</v-btn>
      <p class="soft kinds">
        <label><input v-model="kind" type="radio" value="person" name="kind" /> a person</label>
        <label><input v-model="kind" type="radio" value="organisation" name="kind" /> an organisation</label>
        <span>One of the four is enough.</span>
      </p>
    </form>

    <section v-if="matches !== null">
      <h2>{{ matches.length === 0 ? 'Nobody in the register resembles this person' : 'Who may be meant' }}</h2>
      <div v-if="matches.length > 0" class="matches">
        <label v-for="match in matches" :key="match.id" class="sheet match" :class="{ on: chosen !== 'new' && chosen?.id === match.id }">
          <input type="radio" name="match" :checked="chosen !== 'new' && chosen?.id === match.id" @change="chosen = match" />
          <span>
            <strong>{{ match.fullName }}</strong>{{ match.knownAs ? ` “${match.knownAs}”` : '' }}, {{ match.kind === 'person' ? 'born' : 'founded' }}
            {{ showDate(match.birthDate) || '?' }}
            <span class="soft">
              {{ [showPhone(match.phone), match.email, match.idNumberTail ? `number ending ${match.idNumberTail}` : null].filter(Boolean).join(' · ') }}
            </span>
            <span class="why">
              <Mark :kind="match.strength === 'strong' ? 'settled' : 'partly'" />
              {{ sayAll(say, match.reasons) }} · details last changed {{ age(match.updatedAt) }}
            </span>
            <span v-if="match.files.length > 0" class="soft small">
              <template v-for="(file, at) in match.files.slice(0, 3)" :key="file.reference">
                {{ at > 0 ? '; ' : '' }}File <span class="mono">{{ file.reference }}</span>, {{ STAGE_LABEL[file.stage as Stage].toLowerCase() }}
              </template>
            </span>
          </span>
        </label>
        <label class="sheet match" :class="{ on: chosen === 'new' }">
          <input type="radio" name="match" :checked="chosen === 'new'" @change="chosen = 'new'" />
          <span> <strong>Somebody new</strong>: {{ name || 'give a name above' }}{{ birthDate ? `, born ${showDate(birthDate)}` : '' }} </span>
        </label>
      </div>
    </section>

    <form v-if="chosen" ref="rest" class="sheet rest" @submit.prevent="open">
      <label v-if="chosen === 'new' && strong" class="whole">
        Why this is somebody else than {{ strong.fullName }} ({{ sayAll(say, strong.reasons) }})
        <input v-model="different" class="field-input" :class="{ wrong: problems['differentBecause'] }" name="differentBecause" autocomplete="off" />
        <span v-if="problems['differentBecause']" class="error" role="alert">{{ problems['differentBecause'] }}</span>
        <span v-else class="soft small">A compliance reviewer looks at it before checking ends.</span>
      </label>
      <label>
        How it came in
        <select v-model="channel" class="field-input" name="channel">
          <option v-for="way in ways" :key="way" :value="way">{{ CHANNEL_LABEL[way] }}</option>
        </select>
      </label>
      <label>
        Product
        <select v-model="product" class="field-input" :class="{ wrong: problems['product'] }" name="product">
          <option v-for="offer in offered" :key="offer.code" :value="offer.code">{{ offer.name }}</option>
        </select>
        <span v-if="problems['product']" class="error" role="alert">{{ problems['product'] }}</span>
      </label>
      <label v-if="channel === 'post'">
        Signed on
        <input
          v-model="signed"
          class="field-input"
          :class="{ wrong: problems['signedOn'] }"
          name="signedOn"
          :placeholder="ORDER_WORD[order]"
          autocomplete="off"
        />
        <span v-if="problems['signedOn']" class="error" role="alert">{{ problems['signedOn'] }}</span>
      </label>
      <label>
        Received on
        <input v-model="received" class="field-input" :class="{ wrong: problems['receivedOn'] }" name="receivedOn" autocomplete="off" />
        <span v-if="problems['receivedOn']" class="error" role="alert">{{ problems['receivedOn'] }}</span>
        <span v-else class="soft small">keyed today, {{ formatDate(today, order) }}</span>
      </label>
      <v-btn type="submit" variant="flat" :loading="busy" :disabled="clash !== null || product === ''">
        {{ chosen === 'new' ? 'Open the file' : `Open with ${chosen.fullName}’s details` }}
      </v-btn>
      <p v-if="clash" class="note ember whole" role="alert">
        They stand in file <router-link :to="`/files/${clash.reference}`" class="mono">{{ clash.reference }}</router-link> of this round already: a household
        has one application in a round.
      </p>
      <p v-if="formProblem" class="note ember whole" role="alert">{{ formProblem }}</p>
      <details v-if="barred.length > 0" class="whole soft">
        <summary>{{ barred.length === 1 ? '1 product' : `${barred.length} products` }} you can’t offer here and now</summary>
        <ul>
          <li v-for="offer in barred" :key="offer.code">
            {{ offer.name }} ({{ LINE_LABEL[offer.line].toLowerCase() }}, {{ offer.placeName }}): {{ offer.bars.map(say).join(' ') }}
          </li>
        </ul>
      </details>
    </form>
    <p v-else-if="problems['form']" class="note ember" role="alert">{{ problems['form'] }}</p>
  </main>
</template>

<style scoped>
.page {
  padding: 18px 24px;
  max-width: 1100px;
  margin: 0 auto;
  display: grid;
  gap: 12px;
}
.find {
  display: grid;
  grid-template-columns: 1.3fr 1fr 1fr 1fr auto;
  gap: 10px 14px;
  padding: 14px 16px 10px;
  align-items: start;
}
.rest {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 14px;
  padding: 14px 16px;
  align-items: start;
}
.find .v-btn,
.rest .v-btn {
  margin-top: 21px;
}
.rest .v-btn {
  justify-self: start;
}
label {
  display: grid;
  gap: 3px;
  font-weight: 600;
  align-content: start;
}
.kinds {
  grid-column: 1 / -1;
  display: flex;
  gap: 16px;
  font-size: 0.88rem;
}
.kinds label {
  display: flex;
  gap: 6px;
  align-items: center;
  font-weight: 400;
}
.kinds input {
  accent-color: var(--teal);
}
.match {
  grid-template-columns: 24px 1fr;
  padding: 8px 14px;
  font-weight: 400;
  cursor: pointer;
}
.match span span {
  display: block;
}
.match input {
  accent-color: var(--teal);
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
  gap: 6px;
  margin-top: 6px;
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
ul {
  margin: 4px 0 0;
  padding-left: 20px;
}
</style>
