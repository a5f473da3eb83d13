<script setup lang="ts">
import type { DoorView, PublicProduct } from '@cavren/contract';
import { dateInWords, parseDate, type IsoDate } from '@cavren/core';
import { computed, onMounted, ref, toRefs } from 'vue';
import { api, messageOf, problemsOf } from '../api/index';
import { AskText } from '../look/index';
import AskCode from './AskCode.vue';
import InTurn from './InTurn.vue';
import { keptForm } from './kept';
import { DATE_FORM } from '../words/index';

/** A product's public page: who comes alone begins here, gets a reference at once, and goes on with a code by text. */
const props = defineProps<{
  code: string;
  /** The product, where it came with the page. */
  first: PublicProduct | null;
}>();
const emit = defineEmits<{ in: [view: DoorView] }>();
const product = ref(props.first);
const form = keptForm<{
  asBusiness: boolean;
  business: string;
  founded: string;
  name: string;
  born: string;
  phone: string;
  email: string;
  agrees: boolean;
  reference: string;
}>(`cavren-door-apply ${props.code}`, {
  asBusiness: false,
  business: '',
  founded: '',
  name: '',
  born: '',
  phone: '',
  email: '',
  agrees: false,
  reference: '',
});
const { asBusiness, business, founded, name, born, phone, email, agrees, reference } = toRefs(form.values);
const typedCode = ref('');
const problems = ref<Record<string, string>>({});
const busy = ref(false);
const order = computed(() => product.value?.dateOrder ?? 'mdy');

onMounted(async () => {
  if (product.value) return;
  try {
    product.value = await api.get<PublicProduct>(`/api/door/products/${props.code}`);
  } catch (error) {
    problems.value = { form: messageOf(error) };
  }
});
async function run(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  problems.value = {};
  try {
    await work();
  } catch (error) {
    problems.value = problemsOf(error);
  } finally {
    busy.value = false;
  }
}
const apply = () =>
  run(async () => {
    const today = new Date().toISOString().slice(0, 10) as IsoDate;
    const birthDate = parseDate(born.value, order.value, today);
    const foundedOn = asBusiness.value ? parseDate(founded.value, order.value, today) : null;
    const noDate = `Give a date like ${order.value === 'mdy' ? '4/30/1990' : '30/4/1990'} or 30 April 1990.`;
    if (asBusiness.value && !foundedOn) problems.value = { ...problems.value, founded: noDate };
    if (!birthDate) problems.value = { ...problems.value, birthDate: noDate };
    if (!birthDate || (asBusiness.value && !foundedOn)) return;
    const answer = await api.post<{ reference: string }>('/api/door/apply', {
      product: props.code,
      fullName: name.value.trim(),
      birthDate,
      phone: phone.value.trim(),
      email: email.value.trim() || null,
      business: foundedOn ? { name: business.value.trim(), foundedOn } : null,
      agrees: agrees.value,
    });
    reference.value = answer.reference;
  });
const enter = () =>
  run(async () => {
    const view = await api.post<DoorView>('/api/door/return/enter', { reference: reference.value, phone: phone.value, code: typedCode.value });
    form.drop();
    emit('in', view);
  });
const again = () =>
  run(async () => {
    await api.post('/api/door/return', { reference: reference.value, phone: phone.value });
  });
</script>

<template>
  <div class="stack">
    <p class="soft">{{ product?.lender ?? 'Quillhaven Mutual' }}</p>
    <h1>{{ product?.name ?? 'Apply' }}</h1>
    <v-alert v-if="problems['form']" class="note ember" role="alert">{{ problems['form'] }}</v-alert>
    <p v-if="!product && !problems['form']" role="status">One moment …</p>
    <p v-if="product?.bar" class="card">It can’t be applied for here at the moment. {{ product.bar }} Please call us.</p>
    <template v-else-if="product && !reference">
      <p v-if="product.purposes">{{ product.amounts ? `${product.amounts.from} to ${product.amounts.upTo} for ` : 'For ' }}{{ product.purposes }}.</p>
      <section v-if="product.example" class="card">
        <h2>What it costs, in an example</h2>
        <p>
          {{ product.example.amount }} over {{ product.example.months }} months at {{ product.example.rate }} a year:
          <b>{{ product.example.payment }} a month</b>, {{ product.example.total }} in all{{
            product.example.percentageRate ? `. Annual percentage rate, with fees: ${product.example.percentageRate}` : ''
          }}.
        </p>
        <p class="soft">What you pay depends on what you ask for; you see it while you fill in, before you agree to anything.</p>
      </section>
      <section v-if="product.plans.length > 0" class="card">
        <h2>The plans</h2>
        <ul>
          <li v-for="plan in product.plans" :key="plan.label"><b>{{ plan.label }}</b>: {{ plan.says }}</li>
        </ul>
        <p class="soft">What each costs you, you see before you choose one.</p>
      </section>
      <section v-if="product.round" class="card">
        <h2>{{ product.round.name }}</h2>
        <p>
          You can apply from {{ dateInWords(product.round.opensOn) }} to {{ dateInWords(product.round.closesOn) }}. It makes no difference when within that
          time: the list is drawn by lot after the last day, better places going to those whose preferences count.
        </p>
        <p class="soft">The draw uses a seed that is sealed already. Its seal: <span class="mono text-break">{{ product.round.seal }}</span></p>
      </section>
      <section v-if="product.criteria" class="card">
        <h2>The rules, the same for everybody</h2>
        <ul>
          <li v-for="rule in product.criteria.rules" :key="rule">{{ rule }}</li>
        </ul>
        <h3>What you pay, and when it comes back</h3>
        <ul>
          <li v-for="fee in product.criteria.fees" :key="fee.label">{{ fee.label }}, {{ fee.amount }}: {{ fee.back }}. {{ fee.why }}</li>
        </ul>
        <p class="soft">Rent and deposit follow from the unit that you choose; you see them before you pay anything.</p>
      </section>
      <section class="card">
        <h2>How it goes</h2>
        <ol>
          <li>You fill in your details here, about 15 minutes. Everything is kept: stop and come back as you like.</li>
          <li>We check them, and write to you which papers we need. A photo is enough.</li>
          <template v-if="product.line === 'insurance'">
            <li>You read and sign your application on your phone.</li>
            <li>We decide, and make you an offer. With your yes we collect the first premium, and your policy is here for you.</li>
          </template>
          <template v-else-if="product.line === 'leasing'">
            <li>You choose a unit, and it is held for you while you apply.</li>
            <li>We decide. You read and sign the lease on your phone, and pay the deposit and the first rent.</li>
            <li>We walk through it together, write down how it is, and you get the keys.</li>
          </template>
          <template v-else>
            <li>We decide, and make you an offer. You say yes or no to it.</li>
            <li>You read and sign the agreement on your phone, and we pay out.</li>
          </template>
        </ol>
        <template v-if="product.papers">
          <p><b>Good to have at hand</b></p>
          <p class="soft">{{ product.papers }}. Not all of them are asked of everybody.</p>
        </template>
        <p v-if="product.contact">
          Questions? Call <a :href="`tel:${product.contact.phone.replace(/[^0-9+]/g, '')}`">{{ product.contact.phone }}</a>, {{ product.contact.hours }}.
        </p>
      </section>
      <section v-if="product.asks.length > 0" class="card">
        <h2>Is it for me?</h2>
        <p>We ask you first:</p>
        <ul>
          <li v-for="ask in product.asks" :key="ask">{{ ask }}</li>
        </ul>
      </section>
      <form class="stack" @submit.prevent="apply">
        <InTurn v-if="product.forBusinesses">
          <v-radio-group v-model="asBusiness" name="asBusiness" label="Who applies?" inline>
            <v-radio label="I, with a business of my own" :value="false" />
            <v-radio label="A company, for which I sign" :value="true" />
          </v-radio-group>
        </InTurn>
        <template v-if="product.forBusinesses && asBusiness">
          <AskText
            v-model="business"
            label="Name of the company, as registered"
            :error="problems['name']"
            name="business"
            autocomplete="organization"
            required
          />
          <AskText
            v-model="founded"
            label="Founded on"
            :error="problems['founded'] ?? problems['foundedOn']"
            name="founded"
            :placeholder="DATE_FORM[order]"
            required
          />
        </template>
        <InTurn>
          <AskText v-model="name" label="Your name, as on your identity paper" :error="problems['fullName']" name="fullName" autocomplete="name" required />
        </InTurn>
        <InTurn>
          <AskText
            v-model="born"
            label="Birth date"
            :error="problems['birthDate']"
            name="birthDate"
            autocomplete="bday"
            :placeholder="DATE_FORM[order]"
            required
          />
        </InTurn>
        <InTurn>
          <AskText
            v-model="phone"
            label="Mobile phone"
            :error="problems['phone']"
            hint="We text a code to it, so that nobody else comes in."
            name="phone"
            type="tel"
            autocomplete="tel"
            required
          />
        </InTurn>
        <InTurn>
          <AskText v-model="email" label="E-mail, if you have one" :error="problems['email']" name="email" type="email" autocomplete="email" />
        </InTurn>
        <InTurn>
          <v-checkbox v-if="product.consent" v-model="agrees" name="agrees" :label="product.consent.text" />
        </InTurn>
        <InTurn>
          <v-btn type="submit" variant="flat" :disabled="busy || !agrees">Begin</v-btn>
          <p v-if="!agrees" class="soft">opens when you agree</p>
        </InTurn>
      </form>
    </template>
    <template v-else-if="reference">
      <section class="note lichen">
        <p>Your reference is <b class="mono">{{ reference }}</b>. With it and your phone you can come back at any time.</p>
      </section>
      <form class="stack" @submit.prevent="enter">
        <AskCode v-model="typedCode" label="Six-digit code that we texted you" :error="problems['code']" />
        <v-btn type="submit" variant="flat" :disabled="busy || typedCode.length !== 6">Go on</v-btn>
        <v-btn variant="text" :disabled="busy" @click="again">Send another code</v-btn>
      </form>
    </template>
    <p v-if="!reference" class="soft">Began already? <a href="/door">Come back with your reference</a></p>
  </div>
</template>
