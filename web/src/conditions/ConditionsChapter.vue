<script setup lang="ts">
import { MAX_PAPER_BYTES } from '@cavren/contract';
import { ApiProblem } from '../api/index';
import { CONDITION_STATE_LABEL, formatMoney, FREQUENCY_LABEL, parseMoney, type Condition, type ConditionState, type Paper, statedFigure } from '@cavren/core';
import { computed, nextTick, ref } from 'vue';
import { offerActs, ReasonDialog } from '../acts/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { AskText, Mark, PickFile, type MarkKind } from '../look/index';
import { PdfPages } from '../papers/index';
import { useDesk } from '../session/index';
import { useSay } from '../words/index';

const say = useSay();

const { showDate } = useShown();
const props = defineProps<ChapterProps>();
const editing = useEditing();
const desk = useDesk();
const MARK: Record<ConditionState, MarkKind> = { outstanding: 'blocked', received: 'partly', satisfied: 'settled', excused: 'settled', notNeeded: 'none' };
const openPaper = ref<string | null>(null);
const paper = computed(() => props.file.papers.find(({ id, state }) => id === openPaper.value && state !== 'removed') ?? null);
const condition = computed(() => props.path.conditions.find(({ key }) => key === paper.value?.conditionKey) ?? null);
const over = ref<string | null>(null);
const problems = ref<Record<string, string>>({});
const busy = ref<string | null>(null);
const page = ref('1');
const amount = ref('');
const judgeProblem = ref('');
const sendingBack = ref(false);
const removing = ref(false);
const excusing = ref<Condition | null>(null);
const excuseOpen = computed({ get: () => excusing.value !== null, set: (open) => (excusing.value = open ? excusing.value : null) });
const ended = computed(() => props.path.next === null);
const PAPER_WORD: Record<Paper['state'], string> = { received: 'to be looked at', accepted: 'accepted', sentBack: 'sent back', removed: 'removed' };

async function add(condition: Condition, files: FileList | File[] | null): Promise<void> {
  over.value = null;
  if (!files || files.length === 0) return;
  busy.value = condition.key;
  const { [condition.key]: _, ...others } = problems.value;
  problems.value = others;
  for (const file of files) {
    if (file.size > MAX_PAPER_BYTES) {
      problems.value = { ...problems.value, [condition.key]: `${file.name} is larger than 10 MB. Scan it at 200 dpi, or send fewer pages.` };
      continue;
    }
    const form = new FormData();
    form.set('conditionKey', condition.key);
    form.set('file', file);
    try {
      await editing.act('/papers', form);
      const added = props.file.papers.at(-1);
      if (added) look(added);
    } catch (error) {
      problems.value = { ...problems.value, [condition.key]: `${file.name}: ${error instanceof Error ? error.message : 'could not be added'}` };
      editing.news.value = '';
    }
  }
  busy.value = null;
}
function look(target: Paper): void {
  openPaper.value = target.id;
  page.value = String(target.proof?.page ?? 1);
  amount.value = target.proof?.amount == null ? '' : formatMoney(target.proof.amount);
  judgeProblem.value = '';
}
/** What the paper shows is far from what was stated: it is said once more that it is so. */
const leaping = ref(false);
async function accept(sure = false): Promise<void> {
  const shows = condition.value?.rule?.showsAmount ? parseMoney(amount.value) : null;
  if (condition.value?.rule?.showsAmount && shows === null) return void (judgeProblem.value = 'Give the amount that the paper shows, like 1,840.00.');
  if (!/^\d+$/.test(page.value) || Number(page.value) < 1) return void (judgeProblem.value = 'Give the number of the page that shows it.');
  judgeProblem.value = '';
  leaping.value = false;
  const verdict = { verdict: 'accepted', page: Number(page.value), amount: shows, sure };
  await editing.act(`/papers/${paper.value?.id ?? ''}/verdict`, verdict).catch((error: unknown) => {
    judgeProblem.value = error instanceof Error ? error.message : '';
    leaping.value = error instanceof ApiProblem && error.problem.code === 'leap';
    if (leaping.value) editing.news.value = '';
  });
}
/** The next paper that waits to be looked at: behind the open one in the list, or else from its top. */
const nextPaper = computed(() => {
  const all = props.path.conditions.flatMap(({ papers }) => papers);
  const at = all.findIndex(({ id }) => id === openPaper.value);
  return [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))].find(({ state }) => state === 'received') ?? null;
});
async function acceptAndGoOn(sure = false): Promise<void> {
  const next = nextPaper.value;
  await accept(sure);
  if (judgeProblem.value !== '' || !next) return;
  look(next);
  await nextTick();
  document.querySelector<HTMLElement>('.judge input')?.focus();
}
offerActs(() => [
  ...(paper.value?.state === 'received' && desk.may('paper.judge')
    ? [{ name: nextPaper.value ? 'Accept this paper and show the next' : 'Accept this paper', key: 'A', waits: null, run: () => acceptAndGoOn() }]
    : []),
  ...(nextPaper.value ? [{ name: 'Show the next paper that waits', key: 'O', waits: null, run: () => nextPaper.value && look(nextPaper.value) }] : []),
]);
const income = computed(() => props.file.incomes.find(({ id }) => condition.value?.key === `income:${id}`) ?? null);
const stated = computed(() => (income.value ? statedFigure(props.file, income.value, editing.today.value) : null));
/** The time that the figure is for: as the income is stated. */
const period = computed(() => {
  const { frequency, amount: own } = income.value ?? { frequency: null, amount: null };
  return frequency && own === stated.value ? FREQUENCY_LABEL[frequency] : '';
});
</script>

<template>
  <div :class="{ 'two-sided': paper }">
    <section class="list">
      <p v-if="path.conditions.length === 0" class="soft">The file asks for no papers yet. They follow from people, incomes, address and down payment.</p>
      <article
        v-for="item in path.conditions"
        :key="item.key"
        class="sheet condition px-4 py-2 mb-3"
        :class="{ 'bg-teal-soft': over === item.key }"
        :data-anchor="item.key"
        tabindex="-1"
        @dragover.prevent="over = item.key"
        @dragleave="over = null"
        @drop.prevent="add(item, $event.dataTransfer?.files ?? null)"
      >
        <header class="row-actions align-baseline">
          <span class="font-weight-semibold">
            <Mark :kind="MARK[item.state]" />
            {{ CONDITION_STATE_LABEL[item.state] }}
          </span>
          <h3>{{ say(item.title) }}</h3>
          <span class="soft">{{ say(item.about) }}</span>
        </header>
        <p v-if="item.rule && item.state !== 'satisfied'" class="soft text-small">Any of: {{ item.rule.acceptable.join('; ') }}. {{ item.rule.why }}</p>
        <ul class="plain my-1">
          <li v-for="one in item.papers" :key="one.id">
            <v-btn
              class="paper text-left h-auto"
              size="small"
              variant="text"
              :active="openPaper === one.id"
              :aria-pressed="openPaper === one.id"
              @click="look(one)"
            >
              <Mark :kind="one.state === 'accepted' ? 'settled' : one.state === 'sentBack' ? 'blocked' : 'partly'" />
              <span class="ml-1">{{ one.name }}</span>
              <span class="soft ml-2">
                {{ PAPER_WORD[one.state]
                }}{{ one.proof ? `, page ${one.proof.page}${one.proof.amount === null ? '' : `: ${formatMoney(one.proof.amount)}`}` : ''
                }}{{ one.reason && one.state === 'sentBack' ? `: ${one.reason}` : '' }}
              </span>
            </v-btn>
          </li>
        </ul>
        <p v-if="item.exception" class="soft">
          Exception asked for by {{ item.exception.askedBy }}: “{{ item.exception.reason }}”
          {{ item.exception.answer === null ? 'not answered yet' : `${item.exception.answer} by ${item.exception.answeredBy ?? ''}` }}
        </p>
        <v-alert v-if="problems[item.key]" class="note ember" role="alert">{{ problems[item.key] }}</v-alert>
        <p v-if="item.rule && !ended && desk.may('paper.add')" class="row-actions">
          <PickFile
            max-width="150"
            multiple
            :label="`Add a paper: ${say(item.title)}, ${say(item.about)}`"
            :says="busy === item.key ? 'Adding …' : 'Add a paper'"
            :busy="busy === item.key"
            @picked="add(item, $event)"
          />
          <span v-if="!paper" class="soft">or drop it here: PDF, JPEG or PNG up to 10 MB</span>
          <v-btn
            v-if="desk.may('exception.ask') && (item.state === 'outstanding' || item.state === 'received') && item.exception?.answer !== null"
            size="x-small"
            variant="text"
            @click="excusing = item"
          >
            Ask for an exception
          </v-btn>
        </p>
      </article>
    </section>
    <section v-if="paper" class="sheet px-3 py-2 position-sticky top-0" aria-label="Paper">
      <header class="row-actions">
        <h3>{{ paper.name }}</h3>
        <span class="soft">added {{ showDate(paper.addedAt) }} by {{ paper.addedBy }}</span>
        <v-spacer />
        <v-btn size="x-small" variant="text" @click="openPaper = null">Close</v-btn>
      </header>
      <form v-if="desk.may('paper.judge') && !ended && condition?.rule" class="judge d-flex flex-wrap ga-2 align-end my-2" @submit.prevent="acceptAndGoOn()">
        <AskText v-model="page" max-width="56" label="Page" inputmode="numeric" />
        <AskText
          v-if="condition.rule.showsAmount"
          v-model="amount"
          max-width="130"
          :label="`Shows${period ? `, ${period}` : ''}`"
          inputmode="decimal"
          placeholder="amount"
        />
        <v-btn type="submit" size="small" variant="flat" title="Alt+A">{{ nextPaper ? 'Accept, next paper' : 'Accept' }}</v-btn>
        <v-btn size="small" @click="sendingBack = true">Send back</v-btn>
        <v-btn size="small" variant="text" @click="removing = true">Remove</v-btn>
        <span v-if="condition.rule.showsAmount && stated !== null" class="soft">stated: {{ formatMoney(stated) }} {{ period }}</span>
      </form>
      <v-alert v-if="judgeProblem" class="note ember" role="alert">
        {{ judgeProblem }}
        <v-btn v-if="leaping" size="x-small" @click="acceptAndGoOn(true)">It is so</v-btn>
      </v-alert>
      <p v-if="paper.judgedBy" class="soft">
        {{ PAPER_WORD[paper.state] }} by {{ paper.judgedBy }}, {{ showDate(paper.judgedAt) }}{{ paper.reason ? `: ${paper.reason}` : '' }}
      </p>
      <div class="content overflow-y-auto">
        <PdfPages v-if="paper.mediaType === 'application/pdf'" :key="paper.id" :url="`${editing.url}/papers/${paper.id}/content`" :label="paper.name" />
        <img v-else :src="`${editing.url}/papers/${paper.id}/content`" :alt="paper.name" />
      </div>
      <ReasonDialog
        v-model="sendingBack"
        title="Send this paper back"
        text="The applicant sees the reason and is asked again."
        label="What is wrong with it"
        confirm="Send back"
        :run="(reason) => editing.act(`/papers/${paper?.id ?? ''}/verdict`, { verdict: 'sentBack', reason })"
      />
      <ReasonDialog
        v-model="removing"
        title="Remove this paper"
        text="What it proved is open again. The paper stays in the history."
        label="Why"
        confirm="Remove"
        :run="(reason) => editing.act(`/papers/${paper?.id ?? ''}/remove`, { reason })"
      />
    </section>
    <ReasonDialog
      v-model="excuseOpen"
      title="Ask for an exception"
      :text="`${say(excusing?.title ?? '')} (${say(excusing?.about ?? '')}) would be excused. An approver or compliance reviewer answers.`"
      label="Why it can be let go"
      confirm="Ask"
      :run="(reason) => editing.act('/exceptions', { subject: `condition:${excusing?.key ?? ''}`, reason })"
    />
  </div>
</template>

<style scoped>
.paper :deep(.v-btn__content) {
  white-space: normal;
}
.content {
  max-height: 52vh;
}
.content img {
  max-width: 100%;
}
</style>
