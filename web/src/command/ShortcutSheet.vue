<script setup lang="ts">
import { computed } from 'vue';
import { actsNow } from '../acts/index';

/** All keys on one sheet; each also stands where it acts. */
const shown = defineModel<boolean>({ required: true });
/** What can be done where one is comes first; it changes from place to place. */
const groups = computed(() => {
  const keys = actsNow.value.filter(({ key }) => key !== null).map<[string, string]>(({ key, name }) => [`Alt+${key ?? ''}`, name]);
  return keys.length > 0 ? [{ title: 'Here', keys }, ...GROUPS] : GROUPS;
});
const GROUPS: { title: string; keys: [string, string][] }[] = [
  {
    title: 'Everywhere',
    keys: [
      ['Ctrl+K', 'find a person, a file, a chapter, an action'],
      ['?', 'this sheet'],
      ['Esc', 'close what is open'],
    ],
  },
  {
    title: 'In a field',
    keys: [
      ['Enter', 'next field; a date, amount or choice is saved as it is left'],
      ['Ctrl+=', 'same as the row before, or as the applicant; in a street the whole address'],
      ['Ctrl+Z', 'take the last change back'],
      ['Ctrl+V', 'a whole address or a name in one string is split into its fields'],
    ],
  },
  {
    title: 'In a grid',
    keys: [
      ['Enter', 'on a row: work in it; in its last field: the next row, or a new one'],
      ['Escape', 'the row reads as a line again'],
      ['Ctrl+D', 'copy the row'],
      ['Ctrl+Delete', 'remove the row'],
    ],
  },
  {
    title: 'In a file',
    keys: [
      ['Alt+1 … Alt+9', 'chapters, from the top'],
      ['Y, N', 'answer a question'],
    ],
  },
];
</script>

<template>
  <v-dialog v-model="shown" width="720" aria-label="Keyboard shortcuts">
    <section class="sheet box justify-items-start">
      <h2>Keyboard shortcuts</h2>
      <div class="fields" style="--across: 2">
        <div v-for="group in groups" :key="group.title">
          <h3>{{ group.title }}</h3>
          <dl class="pairs mt-1">
            <template v-for="[key, what] in group.keys" :key="key + what">
              <dt class="text-no-wrap">
                <kbd>{{ key }}</kbd>
              </dt>
              <dd>{{ what }}</dd>
            </template>
          </dl>
        </div>
      </div>
      <p class="soft">Dates can be typed in any usual way: 4/30/1990, 30.4.90, 30 Apr 1990, 1990-04-30.</p>
      <v-btn autofocus variant="text" @click="shown = false">Close</v-btn>
    </section>
  </v-dialog>
</template>
