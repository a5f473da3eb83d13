<script setup lang="ts">
import type { DoorView } from '@cavren/contract';
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { api, isSignedOut, messageOf } from '../api/index';
import { fetchedPart, AskText } from '../look/index';

/** Agree to electronic papers, read to the end, choose, sign; each step is kept by the server before the next opens. */
const props = defineProps<{ view: DoorView }>();
const emit = defineEmits<{ change: [view: DoorView]; back: []; ended: [] }>();
const ReadPages = fetchedPart(() => import('../papers/ReadPages.vue'));
const problem = ref('');
const busy = ref(false);
const agreed = ref(false);
const pages = useTemplateRef<{ seen: () => { page: number; milliseconds: number }[] }>('pages');
const ended = ref(false);
const choice = ref('');
const way = ref<'typed' | 'drawn'>('typed');
const typed = ref('');
const initials = ref<Record<string, string>>({});
const canvas = ref<HTMLCanvasElement | null>(null);
const drawn = ref(false);
/** Whether what a finger draws is taken: the pad isn't seen before, or the first strokes on a slow phone were lost. */
const takes = ref(false);
let pad: import('signature_pad').default | null = null;
const signing = computed(() => props.view.signing);
/** What it is that is signed. */
const what = computed(() => signing.value?.document ?? 'agreement');
const asks = computed(() => signing.value?.question !== null);
const step = computed(() => (!signing.value?.consentedAt ? 'consent' : !signing.value.readAt ? 'read' : 'sign'));

async function run(url: string, body: object): Promise<void> {
  busy.value = true;
  problem.value = '';
  try {
    emit('change', await api.post<DoorView>(url, body));
    window.scrollTo(0, 0);
  } catch (error) {
    if (isSignedOut(error)) emit('ended');
    else problem.value = messageOf(error);
  } finally {
    busy.value = false;
  }
}
watch(way, async (wanted) => {
  takes.value = false;
  drawn.value = false;
  if (wanted !== 'drawn') return;
  await nextTick();
  const { default: SignaturePad } = await import('signature_pad');
  if (!canvas.value) return;
  const ratio = Math.max(window.devicePixelRatio, 1);
  canvas.value.width = canvas.value.offsetWidth * ratio;
  canvas.value.height = canvas.value.offsetHeight * ratio;
  canvas.value.getContext('2d')?.scale(ratio, ratio);
  pad = new SignaturePad(canvas.value, { penColor: '#1c2528' });
  pad.addEventListener('endStroke', () => (drawn.value = !(pad?.isEmpty() ?? true)));
  takes.value = true;
});
function again(): void {
  pad?.clear();
  drawn.value = false;
}
onBeforeUnmount(() => pad?.off());
const waitsFor = computed(() => {
  if (asks.value && !choice.value) return 'an answer to the question';
  if (signing.value?.initials.some(({ code }) => !initials.value[code]?.trim())) return 'your initials';
  if (way.value === 'typed' && typed.value.trim() === '') return 'your name';
  if (way.value === 'drawn' && !drawn.value) return 'your signature';
  return '';
});
const sign = () =>
  run(
    '/api/door/sign',
    way.value === 'typed'
      ? { mark: 'typed', choice: choice.value || null, initials: initials.value, name: typed.value.trim() }
      : { mark: 'drawn', choice: choice.value || null, initials: initials.value, image: pad?.toDataURL('image/png') ?? '' },
  );
</script>

<template>
  <div class="stack">
    <p class="soft">{{ signing?.title }} · step {{ step === 'consent' ? 1 : step === 'read' ? 2 : 3 }} of 3</p>
    <v-alert v-if="problem" class="note ember" role="alert">{{ problem }}</v-alert>
    <template v-if="step === 'consent'">
      <h1>Papers on the screen</h1>
      <p>
        You get and sign this {{ what }} on the screen. You can have it on paper instead, free of charge: call us or come to the counter. To read it you need
        what you are using now, a browser that shows PDF. You can take that back at any time before you sign.
      </p>
      <v-checkbox v-model="agreed" :label="`I can read this page, and I agree to get and sign the ${what} electronically.`" />
      <v-btn variant="flat" :disabled="!agreed || busy" @click="run('/api/door/consent', {})">Go on</v-btn>
      <v-btn variant="text" @click="emit('back')">Not now</v-btn>
    </template>
    <template v-else-if="step === 'read'">
      <h1>Read the {{ what }}</h1>
      <p>Scroll to its end. You can make it larger with two fingers.</p>
      <ReadPages ref="pages" url="/api/door/agreement/pages" :label="signing?.title ?? ''" :pages="signing?.pages ?? 0" @read="ended = true" />
      <v-btn variant="flat" :disabled="!ended || busy" @click="run('/api/door/read', { seen: pages?.seen() ?? [] })"> I have read it to the end </v-btn>
    </template>
    <template v-else>
      <h1>Sign</h1>
      <section v-if="asks" class="card">
        <b id="choice">{{ signing?.question }}</b>
        <v-radio-group v-model="choice" name="choice" aria-labelledby="choice">
          <v-radio v-for="option in signing?.options" :key="option" :value="option" :label="option" />
        </v-radio-group>
      </section>
      <section v-if="signing?.initials.length" class="card stack">
        <b>Put your initials beside each of these</b>
        <div v-for="{ code, text } in signing.initials" :key="code">
          <p :id="`initials-${code}`">{{ text }}</p>
          <AskText
            :model-value="initials[code] ?? ''"
            label="Your initials"
            :aria-describedby="`initials-${code}`"
            maxlength="10"
            autocomplete="off"
            @update:model-value="(value: string) => (initials[code] = value)"
          />
        </div>
      </section>
      <section class="card">
        <v-radio-group v-model="way" name="way" aria-label="How you sign">
          <v-radio value="typed" label="Type my name" />
          <v-radio value="drawn" label="Draw with my finger" />
        </v-radio-group>
        <AskText v-if="way === 'typed'" v-model="typed" label="Your full name" name="signature" autocomplete="name" :placeholder="view.fullName" />
        <template v-else>
          <canvas
            ref="canvas"
            class="pad border-md border-dashed border-rule-strong w-100"
            :style="{ visibility: takes ? 'visible' : 'hidden' }"
            role="img"
            aria-label="Draw your signature here"
          />
          <v-btn variant="text" @click="again">Draw again</v-btn>
        </template>
      </section>
      <p>By pressing the button I sign: {{ signing?.title }}, file {{ view.reference }}.</p>
      <v-btn variant="flat" :disabled="waitsFor !== '' || busy" @click="sign">Sign the {{ what }}</v-btn>
      <p v-if="waitsFor" class="soft">waits for {{ waitsFor }}</p>
    </template>
  </div>
</template>

<style scoped>
.pad {
  height: 170px;
  background: #fff;
  touch-action: none;
}
</style>
