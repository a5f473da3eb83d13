<script setup lang="ts">
import { mdiLogout, mdiPlus, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { STAFF_ROLE_LABEL } from '@cavren/core';
import { computed, onBeforeUnmount, onMounted, ref, watchEffect } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import { CommandBar, ShortcutSheet } from './command/index';
import { doByKey } from './acts/index';
import { messageOf } from './api/index';
import { PAGES } from './pages/index';
import { useDesk } from './session/index';

const desk = useDesk();
const route = useRoute();
const router = useRouter();
const theme = useTheme();
watchEffect(() => {
  document.documentElement.dataset['theme'] = desk.theme;
  void theme.change(desk.theme);
});
const places = computed(() => PAGES.filter(({ act, inBar }) => inBar && desk.may(act)).map(({ path, label }) => ({ to: path, label })));

/** Whoever is in a file is still at Files. */
const isAt = (place: string): boolean => route.path.startsWith(place);
/** Another file is another page; another chapter of it is not. */
const pageKey = computed(() => String(route.params['reference'] ?? route.params['id'] ?? route.path));
const finding = ref(false);
const help = ref(false);
function onKey(event: KeyboardEvent): void {
  if (!desk.me || doByKey(event)) return;
  const typing = (event.target as HTMLElement).matches('input, textarea, select');
  if (event.ctrlKey && event.key === 'k') {
    event.preventDefault();
    finding.value = true;
  } else if (event.key === '?' && !typing && !event.ctrlKey) {
    event.preventDefault();
    help.value = true;
  }
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));

const leaving = ref('');
async function leave(): Promise<void> {
  leaving.value = '';
  try {
    await desk.signOut();
    await router.push('/sign-in');
  } catch (error) {
    leaving.value = `You are still signed in: ${messageOf(error)}`;
  }
}
</script>

<template>
  <v-app>
    <a class="d-sr-only-focusable pa-2" href="#main">Skip to the content</a>
    <header
      v-if="desk.me && !route.meta['open']"
      class="bar bg-surface border-b border-rule-strong position-sticky top-0 d-flex align-center ga-2 ga-lg-4 px-4"
    >
      <router-link to="/today" class="text-title-medium font-weight-bold text-decoration-none">Cavren</router-link>
      <nav class="roomy text-no-wrap" aria-label="Places">
        <router-link
          v-for="place in places"
          :key="place.to"
          :to="place.to"
          class="d-inline-block border-b-lg text-high-emphasis text-decoration-none px-2 px-lg-3 pt-3 pb-2"
          :class="isAt(place.to) ? 'border-primary font-weight-semibold' : 'border-surface'"
          >{{ place.label }}</router-link
        >
      </nav>
      <v-btn v-if="desk.may('file.open')" to="/open" size="small" variant="flat" class="roomy" :prepend-icon="mdiPlus">Open a file</v-btn>
      <v-spacer />
      <v-btn class="roomy" size="small" @click="finding = true">Find or do … <kbd class="wide ml-2">Ctrl+K</kbd></v-btn>
      <span class="who roomy text-right text-no-wrap">
        {{ desk.me.name }}
        <span class="wide d-block soft text-small">{{ STAFF_ROLE_LABEL[desk.me.role] }}</span>
      </span>
      <v-btn
        size="small"
        variant="text"
        :icon="desk.theme === 'light' ? mdiWeatherNight : mdiWhiteBalanceSunny"
        :aria-label="desk.theme === 'light' ? 'Dark colours' : 'Light colours'"
        @click="desk.switchTheme"
      />
      <v-btn size="small" variant="text" :icon="mdiLogout" aria-label="Sign out" @click="leave" />
    </header>
    <v-alert v-if="leaving" class="note ember" role="alert">{{ leaving }}</v-alert>
    <div id="main" class="content" tabindex="-1">
      <router-view v-slot="{ Component }"><component :is="Component" :key="pageKey" /></router-view>
    </div>
    <template v-if="desk.me">
      <CommandBar v-model="finding" @help="help = true" />
      <ShortcutSheet v-model="help" />
    </template>
  </v-app>
</template>

<style scoped>
.bar {
  z-index: 5;
  height: 46px;
}
.who {
  line-height: 1.15;
}
@media (width < 1060px) {
  .wide {
    display: none;
  }
}
/* A phone has room for who signs out, and where Today is. */
@media (width < 700px) {
  .roomy {
    display: none;
  }
}
</style>
