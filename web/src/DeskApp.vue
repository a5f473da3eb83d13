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
    <header v-if="desk.me && !route.meta['open']" class="bar">
      <router-link to="/today" class="wordmark">Cavren</router-link>
      <nav aria-label="Places">
        <router-link v-for="place in places" :key="place.to" :to="place.to">{{ place.label }}</router-link>
      </nav>
      <v-btn v-if="desk.may('file.open')" to="/open" size="small" variant="flat" :prepend-icon="mdiPlus">Open a file</v-btn>
      <v-spacer />
      <v-btn class="find" size="small" @click="finding = true">Find or do … <kbd class="ml-2">Ctrl+K</kbd></v-btn>
      <span class="who">
        {{ desk.me.name }}
        <span class="soft">{{ STAFF_ROLE_LABEL[desk.me.role] }}</span>
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
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
}
.wordmark {
  font-weight: 700;
  font-size: 1.1rem;
  text-decoration: none;
}
nav {
  display: flex;
  gap: 4px;
  align-self: stretch;
}
nav a {
  display: grid;
  align-items: center;
  padding: 0 12px;
  color: var(--ink);
  text-decoration: none;
  border-block: 3px solid transparent;
}
nav a.router-link-active {
  border-bottom-color: var(--teal);
  font-weight: 600;
}
.who {
  white-space: nowrap;
  text-align: right;
  line-height: 1.15;
}
.who .soft {
  display: block;
  font-size: 0.8rem;
}
@media (width < 1060px) {
  .bar {
    gap: 8px;
    padding: 0 10px;
  }
  nav a {
    padding: 0 7px;
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
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
  background: var(--sheet);
  padding: 8px;
}
</style>
