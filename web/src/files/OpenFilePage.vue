<script setup lang="ts">
import { CHANNEL_LABEL, CHANNELS, type PersonMatch, type PersonMatches, type ProductOnOffer } from '@cavren/contract';
import { dateInWords, formatDate, isoDate, LINE_LABEL, STAGE_LABEL, type IsoDate, type Stage } from '@cavren/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, problemsOf } from '../api/index';
import { possibleDates } from '../file/index';
import { AskChoice, AskText, controlsIn, focusOn, Fold, Mark } from '../look/index';
import { localToday, showDate, showPhone } from './words';
import { DATE_FORM, sayAll, useSay } from '../words/index';

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
const ways = CHANNELS.filter((way) => way !== 'frontDoor').map((value) => ({ value, label: CHANNEL_LABEL[value] }));
/** Who is chosen, by id. */
const pick = computed({
  get: () => (chosen.value === 'new' ? 'new' : (chosen.value?.id ?? null)),
  set: (id) => (chosen.value = id === 'new' ? 'new' : (matches.value?.find((match) => match.id === id) ?? null)),
});
const readings = computed(() => (born.value.trim() ? possibleDates(born.value, 'mdy', localToday()) : []));
const birthDate = computed<IsoDate | null>(() => (readings.value.length === 1 ? (readings.value[0] ?? null) : null));
const strong = computed(() => matches.value?.find(({ strength }) => strength === 'strong') ?? null);
const mail = computed(() => (contact.value.includes('@') ? contact.value.trim() : ''));
const phone = computed(() => (contact.value.includes('@') ? '' : contact.value.trim()));

function take(error: unknown): void {
  problems.value = problemsOf(error);
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
    focusOn(matches.value.length > 0 ? document.querySelector<HTMLElement>('.matches input') : controlsIn(rest.value)[0]);
  } catch (error) {
    take(error);
  } finally {
    busy.value = false;
  }
}

async function open(): Promise<void> {
  const [receivedOn] = possibleDates(received.value, order.value, today.value);
  const [signedOn = null] = signed.value.trim() ? possibleDates(signed.value, order.value, today.value) : [];
  if (!receivedOn) return void (problems.value = { receivedOn: `Give the date as ${DATE_FORM[order.value]}.` });
  if (signed.value.trim() && !signedOn) return void (problems.value = { signedOn: `Give the date as ${DATE_FORM[order.value]}.` });
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
    <form class="sheet fields find pa-4" @submit.prevent="search">
      <AskText
        v-model="name"
        :label="kind === 'person' ? 'Full name' : 'Name of the organisation'"
        :error="problems['name'] ?? problems['fullName']"
        name="name"
        autofocus
        autocomplete="off"
      />
      <div>
        <AskText
          v-model="born"
          :label="kind === 'person' ? 'Birth date' : 'Founded on'"
          :error="readings.length > 1 ? undefined : problems['birthDate']"
          :hint="birthDate ? dateInWords(birthDate) : undefined"
          name="birthDate"
          :placeholder="DATE_FORM[order]"
          autocomplete="off"
        />
        <span v-if="readings.length > 1" class="d-flex flex-wrap align-center ga-1 text-small mt-1">
          <v-btn v-for="date in readings" :key="date" size="x-small" variant="tonal" @click="born = dateInWords(date)">{{ dateInWords(date) }}</v-btn> which?
        </span>
      </div>
      <AskText v-model="number" label="Identity or tax number" :error="problems['number']" name="number" autocomplete="off" />
      <AskText v-model="contact" label="Phone or e-mail" :error="problems['phone'] ?? problems['email']" name="contact" autocomplete="off" />
      <v-btn class="look" type="submit" :variant="matches === null ? 'flat' : 'outlined'" :loading="busy && matches === null">Look up</v-btn>
      <div class="whole row-actions soft">
        <v-radio-group v-model="kind" inline name="kind" aria-label="Whose file it is">
          <v-radio value="person" label="a person" />
          <v-radio value="organisation" label="an organisation" />
        </v-radio-group>
        <span>One of the four is enough.</span>
      </div>
    </form>

    <section v-if="matches !== null">
      <h2>{{ matches.length === 0 ? 'Nobody in the register resembles this person' : 'Who may be meant' }}</h2>
      <v-radio-group v-if="matches.length > 0" v-model="pick" class="matches mt-1" name="match" aria-label="Who may be meant">
        <v-radio
          v-for="match in matches"
          :key="match.id"
          class="sheet match px-3 py-1 mb-2"
          :class="{ 'on bg-teal-soft': pick === match.id }"
          :value="match.id"
        >
          <template #label>
            <span>
              <strong>{{ match.fullName }}</strong>{{ match.knownAs ? ` “${match.knownAs}”` : '' }}, {{ match.kind === 'person' ? 'born' : 'founded' }}
              {{ showDate(match.birthDate) || '?' }}
              <span class="soft d-block">
                {{ [showPhone(match.phone), match.email, match.idNumberTail ? `number ending ${match.idNumberTail}` : null].filter(Boolean).join(' · ') }}
              </span>
              <span class="d-block">
                <Mark :kind="match.strength === 'strong' ? 'settled' : 'partly'" />
                {{ sayAll(say, match.reasons) }} · details last changed {{ age(match.updatedAt) }}
              </span>
              <span v-if="match.files.length > 0" class="soft text-small d-block">
                <template v-for="(file, at) in match.files.slice(0, 3)" :key="file.reference">
                  {{ at > 0 ? '; ' : '' }}File <span class="mono">{{ file.reference }}</span>, {{ STAGE_LABEL[file.stage as Stage].toLowerCase() }}
                </template>
              </span>
            </span>
          </template>
        </v-radio>
        <v-radio class="sheet match px-3 py-1 mb-2" :class="{ 'on bg-teal-soft': chosen === 'new' }" value="new">
          <template #label>
            <span
              ><strong>Somebody new</strong>: {{ name || 'give a name above'
              }}{{ birthDate ? `, ${kind === 'person' ? 'born' : 'founded'} ${showDate(birthDate)}` : '' }}</span
            >
          </template>
        </v-radio>
      </v-radio-group>
    </section>

    <form v-if="chosen" ref="rest" class="sheet fields pa-4" @submit.prevent="open">
      <AskText
        v-if="chosen === 'new' && strong"
        v-model="different"
        class="whole"
        :label="`Why this is somebody else than ${strong.fullName} (${sayAll(say, strong.reasons)})`"
        :error="problems['differentBecause']"
        hint="A compliance reviewer looks at it before checking ends."
        name="differentBecause"
        autocomplete="off"
      />
      <AskChoice v-model="channel" label="How it came in" :items="ways" name="channel" />
      <AskChoice
        v-model="product"
        label="Product"
        :items="offered.map((offer) => ({ value: offer.code, label: offer.name }))"
        :error="problems['product']"
        name="product"
      />
      <AskText
        v-if="channel === 'post'"
        v-model="signed"
        label="Signed on"
        :error="problems['signedOn']"
        name="signedOn"
        :placeholder="DATE_FORM[order]"
        autocomplete="off"
      />
      <AskText
        v-model="received"
        label="Received on"
        :error="problems['receivedOn']"
        :hint="`keyed today, ${dateInWords(today)}`"
        name="receivedOn"
        autocomplete="off"
      />
      <v-btn class="look" type="submit" variant="flat" :loading="busy" :disabled="clash !== null || product === ''">
        {{ chosen === 'new' ? 'Open the file' : `Open with ${chosen.fullName}’s details` }}
      </v-btn>
      <v-alert v-if="clash" class="note ember whole" role="alert">
        They stand in file <router-link :to="`/files/${clash.reference}`" class="mono">{{ clash.reference }}</router-link> of this round already: a household
        has one application in a round.
      </v-alert>
      <v-alert v-if="formProblem" class="note ember whole" role="alert">{{ formProblem }}</v-alert>
      <Fold
        v-if="barred.length > 0"
        class="whole soft"
        :title="`${barred.length === 1 ? '1 product' : `${barred.length} products`} you can’t offer here and now`"
      >
        <ul class="pl-5">
          <li v-for="offer in barred" :key="offer.code">
            {{ offer.name }} ({{ LINE_LABEL[offer.line].toLowerCase() }}, {{ offer.placeName }}): {{ offer.bars.map(say).join(' ') }}
          </li>
        </ul>
      </Fold>
    </form>
    <v-alert v-else-if="problems['form']" class="note ember" role="alert">{{ problems['form'] }}</v-alert>
  </main>
</template>

<style scoped>
@media (width >= 700px) {
  .find {
    grid-template-columns: 1.3fr 1fr 1fr 1fr auto;
  }
}
.look {
  margin-top: 21px;
  justify-self: start;
}
.match {
  flex: none;
  contain: none;
}
</style>
