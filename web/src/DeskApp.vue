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
    <a class="skip" href="#main">Skip to the content</a>
    <header v-if="desk.me && !route.meta['open']" class="bar d-flex align-center px-4">
      <router-link to="/today" class="wordmark">Cavren</router-link>
      <nav aria-label="Places">
        <router-link v-for="place in places" :key="place.to" :to="place.to">{{ place.label }}</router-link>
      </nav>
      <v-btn v-if="desk.may('file.open')" to="/open" size="small" variant="flat" :prepend-icon="mdiPlus">Open a file</v-btn>
      <v-spacer />
      <v-btn class="find" size="small" @click="finding = true">Find or do … <kbd class="ml-2">Ctrl+K</kbd></v-btn>
      <span class="who text-right text-no-wrap">
        {{ desk.me.name }}
        <span class="soft text-small">{{ STAFF_ROLE_LABEL[desk.me.role] }}</span>
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
    <p v-if="leaving" class="note ember" role="alert">{{ leaving }}</p>
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
  position: sticky;
  top: 0;
  z-index: 5;
  height: 46px;
  gap: 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
}
.wordmark {
  font-size: 1.1rem;
  font-weight: 700;
  text-decoration: none;
}
nav a {
  display: inline-block;
  padding: 11px 12px 9px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 3px solid transparent;
}
nav a.router-link-active {
  border-color: var(--teal);
  font-weight: 600;
}
.who {
  line-height: 1.15;
}
.who .soft {
  display: block;
}
@media (width < 1060px) {
  .bar {
    gap: 8px;
  }
  nav a {
    padding-inline: 7px;
  }
  .who .soft,
  .find kbd {
    display: none;
  }
}
/* A phone has room for who signs out, and where Today is. */
@media (width < 700px) {
  nav,
  .bar > .v-btn:not(.v-btn--icon),
  .who {
    display: none;
  }
}
.content {
  outline: none;
}
.skip {
  position: absolute;
  z-index: 10;
  padding: 8px;
  background: var(--sheet);
}
.skip:not(:focus) {
  left: -999px;
}
</style>
