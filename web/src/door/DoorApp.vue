<script setup lang="ts">
import { linkAt, productAppliedFor, type DoorInside, type DoorReferences, type DoorView, type PublicProduct } from '@cavren/contract';
import { onMounted, ref, type Component } from 'vue';
import { fetchedPart } from '../look/index';
import { api, setCsrfToken } from '../api/index';
import { cameInBefore } from './camein';
import ComeIn from './ComeIn.vue';

/** The applicants' own pages: come in with a link or a reference, see how it stands, send papers, sign. */
const props = defineProps<{
  /** Where one is: at the door itself, at one's own link, or at a product. */
  path: string;
  /** The page of a product, where it came with the page itself, and the product that it is of. */
  apply: Component | null;
  first: PublicProduct | null;
}>();
const Apply = props.apply ?? fetchedPart(() => import('./Apply.vue'));
const Inside = fetchedPart(() => import('./Inside.vue'));
const References = fetchedPart(() => import('./References.vue'));
const token = linkAt(props.path);
const product = productAppliedFor(props.path);
const view = ref<DoorView | null>(null);
/** What somebody is asked who let a home, in place of an application. */
const asked = ref<DoorReferences | null>(null);
/** A link is always opened with its code; only who came in before on this phone may still be inside. */
const looking = ref(token === null && product === null && cameInBefore());
const stillIn = ref(false);

function take(next: DoorView | null): void {
  view.value = next;
  setCsrfToken(next?.csrfToken ?? '');
}
onMounted(async () => {
  if (!looking.value) return;
  const inside = await api.get<DoorInside>('/api/door/inside').catch(() => null);
  if (inside?.view) take(inside.view);
  else if (inside?.asked) takeAsked(inside.asked);
  looking.value = false;
});
/** Whoever came in is inside for as long as the session lasts, also when the page is loaded again; the link is in the address no more. */
function comeIn(next: DoorView): void {
  again.value = null;
  take(next);
  history.replaceState(null, '', '/door');
}
function takeAsked(next: DoorReferences | null): void {
  asked.value = next;
  if (next) setCsrfToken(next.csrfToken);
}
function comeToAnswer(next: DoorReferences): void {
  takeAsked(next);
  history.replaceState(null, '', '/door');
}
/** Where the same person comes in again who was away too long; what they had said is kept. */
const again = ref<string | null>(null);
function ended(): void {
  again.value = view.value?.reference ?? null;
  take(null);
}
async function leave(): Promise<void> {
  stillIn.value = false;
  try {
    await api.end('POST', '/api/door/leave');
    // Nothing of them stays on this phone.
    sessionStorage.clear();
    again.value = null;
    take(null);
    takeAsked(null);
  } catch {
    stillIn.value = true;
  }
}
</script>

<template>
  <v-app>
    <main class="door">
      <v-alert v-if="stillIn" class="note ember" role="alert"
        >You are still in: leaving could not be told to us. Try again before somebody else has this phone.</v-alert
      >
      <p v-if="looking" role="status">One moment …</p>
      <Inside v-else-if="view" :view="view" @change="take" @leave="leave" @ended="ended" />
      <References v-else-if="asked" :view="asked" @change="takeAsked" @leave="leave" @ended="takeAsked(null)" />
      <Apply v-else-if="product" :code="product" :first="first" @in="comeIn" />
      <ComeIn v-else :token="token" :again="again" @in="comeIn" @asked="comeToAnswer" />
    </main>
  </v-app>
</template>
