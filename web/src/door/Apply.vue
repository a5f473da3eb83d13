<script setup lang="ts">
import type { DoorView, PublicProduct } from '@cavren/contract';
import { parseDate, type IsoDate } from '@cavren/core';
import { computed, nextTick, onMounted, ref } from 'vue';
import { ApiProblem, api, messageOf } from '../api/index';
import { listed } from '../words/index';

/** A product's public page: who comes alone begins here, gets a reference at once, and goes on with a code by text. */
const props = defineProps<{ code: string }>();
const emit = defineEmits<{ in: [view: DoorView] }>();
const product = ref<PublicProduct | null>(null);
const name = ref('');
const born = ref('');
const phone = ref('');
const email = ref('');
const agrees = ref(false);
const reference = ref('');
const typedCode = ref('');
const problems = ref<Record<string, string>>({});
const busy = ref(false);
const codeInput = ref<HTMLInputElement | null>(null);
/** Papers that are named beforehand; more would frighten. */
const MOST_PAPERS = 6;
const order = computed(() => product.value?.dateOrder ?? 'mdy');

onMounted(async () => {
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
    const errors = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
    problems.value = errors.length > 0 ? Object.fromEntries(errors.map(({ path, message }) => [path, message])) : { form: messageOf(error) };
  } finally {
    busy.value = false;
  }
}
const apply = () =>
  run(async () => {
    const birthDate = parseDate(born.value, order.value, new Date().toISOString().slice(0, 10) as IsoDate);
    if (!birthDate) {
      problems.value = { birthDate: `Give a date like ${order.value === 'mdy' ? '4/30/1990' : '30/4/1990'} or 30 April 1990.` };
      return;
    }
    const answer = await api.post<{ reference: string }>('/api/door/apply', {
      product: props.code,
      fullName: name.value.trim(),
      birthDate,
      phone: phone.value.trim(),
      email: email.value.trim() || null,
      agrees: agrees.value,
    });
    reference.value = answer.reference;
    await nextTick();
    codeInput.value?.focus();
  });
const enter = () =>
  run(async () => emit('in', await api.post<DoorView>('/api/door/return/enter', { reference: reference.value, phone: phone.value, code: typedCode.value })));
const again = () =>
  run(async () => {
    await api.post('/api/door/return', { reference: reference.value, phone: phone.value });
  });
</script>

<template>
  <div class="stack">
    <p class="soft">{{ product?.lender ?? 'Quillhaven Mutual' }}</p>
    <h1>{{ product?.name ?? 'Apply' }}</h1>
    <p v-if="problems['form']" class="problem" role="alert">{{ problems['form'] }}</p>
    <p v-if="!product && !problems['form']" role="status">One moment …</p>
    <p v-if="product?.bar" class="card">It can’t be applied for here at the moment. {{ product.bar }} Please call us.</p>
    <template v-else-if="product && !reference">
      <p v-if="product.purposes.length > 0">
        {{ product.from }} to {{ product.upTo }} for {{ listed(product.purposes.map((one) => one.charAt(0).toLowerCase() + one.slice(1))) }}.
      </p>
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
      <section class="card">
        <h2>How it goes</h2>
        <ol>
          <li>You fill in your details here, about 15 minutes. Everything is kept: stop and come back as you like.</li>
          <li>We check them, and write to you which papers we need. A photo is enough.</li>
          <li>You read and sign the agreement on your phone.</li>
          <li>We decide, and pay out to your account.</li>
        </ol>
        <template v-if="product.papers.length > 0">
          <p><b>Good to have at hand</b></p>
          <p class="soft">{{ listed(product.papers.slice(0, MOST_PAPERS)) }}. Not all of them are asked of everybody.</p>
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
        <label>
          Your name, as on your identity paper
          <input v-model="name" name="fullName" autocomplete="name" required />
          <span v-if="problems['fullName']" class="problem" role="alert">{{ problems['fullName'] }}</span>
        </label>
        <label>
          Birth date
          <input v-model="born" name="birthDate" autocomplete="bday" :placeholder="order === 'mdy' ? 'month/day/year' : 'day/month/year'" required />
          <span v-if="problems['birthDate']" class="problem" role="alert">{{ problems['birthDate'] }}</span>
        </label>
        <label>
          Mobile phone
          <input v-model="phone" name="phone" type="tel" autocomplete="tel" required />
          <span v-if="problems['phone']" class="problem" role="alert">{{ problems['phone'] }}</span>
          <span v-else class="soft">We text a code to it, so that nobody else comes in.</span>
        </label>
        <label>
          E-mail, if you have one
          <input v-model="email" name="email" type="email" autocomplete="email" />
          <span v-if="problems['email']" class="problem" role="alert">{{ problems['email'] }}</span>
        </label>
        <label v-if="product.consent" class="tick">
          <input v-model="agrees" type="checkbox" name="agrees" />
          <span>{{ product.consent.text }}</span>
        </label>
        <button type="submit" class="strong" :disabled="busy || !agrees">Begin</button>
        <p v-if="!agrees" class="soft">opens when you agree</p>
      </form>
    </template>
    <template v-else-if="reference">
      <section class="good">
        <p>
          Your reference is <b class="mono">{{ reference }}</b>. With it and your phone you can come back at any time.
        </p>
      </section>
      <form class="stack" @submit.prevent="enter">
        <label>
          Six-digit code that we texted you
          <input ref="codeInput" v-model="typedCode" class="code" name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="6" required />
          <span v-if="problems['code']" class="problem" role="alert">{{ problems['code'] }}</span>
        </label>
        <button type="submit" class="strong" :disabled="busy || typedCode.length !== 6">Go on</button>
        <button type="button" class="plain" :disabled="busy" @click="again">Send another code</button>
      </form>
    </template>
    <p v-if="!reference" class="soft">Began already? <a href="/door">Come back with your reference</a></p>
  </div>
</template>
