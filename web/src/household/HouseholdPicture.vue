<script setup lang="ts">
import {
  householdOf,
  personName,
  RELATION_LABEL,
  relationBetween,
  ROLE_LABEL,
  rolesOf,
  yearsBetween,
  type FilePerson,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue';
import { Mark } from '../look/index';
import { NODE, pictureOf, type Line } from './layout';
import { sayWithin, useSay } from '../words/index';

const say = useSay();

/** The people of a file as they live and are related; choosing one shows and edits them below. */
const props = defineProps<{ file: FileState; today: IsoDate; chosen: string; open: Set<string> }>();
const emit = defineEmits<{ choose: [id: string] }>();
/** As wide as the chapter is; before that is known, as on a small desk. */
const frame = useTemplateRef<HTMLElement>('frame');
const room = ref(700);
const watching = new ResizeObserver(([entry]) => (room.value = entry?.contentRect.width ?? room.value));
onMounted(() => frame.value && watching.observe(frame.value));
onBeforeUnmount(() => watching.disconnect());
const picture = computed(() => pictureOf(props.file, room.value));
const household = computed(() => householdOf(props.file, props.today));
const person = (id: string): FilePerson | undefined => props.file.people.find((candidate) => candidate.id === id);
const counts = (id: string): boolean => household.value.members.some(({ personId, counts: counted }) => personId === id && counted);
const age = (someone: FilePerson): string => (someone.birthDate ? `${yearsBetween(someone.birthDate, props.today)}` : 'age ?');
/** Whether a line between two of one row must go round those who stand between them. */
const goesRound = ({ from, to }: Line): boolean => from.y === to.y && Math.abs(from.x - to.x) > NODE.width + 60;
const touches = ({ from, to }: Line): boolean => from.personId === props.chosen || to.personId === props.chosen;
const middle = (line: Line) => ({
  x: (line.from.x + line.to.x + NODE.width) / 2,
  y: goesRound(line) ? line.from.y + NODE.height + 11 : (line.from.y + line.to.y + NODE.height) / 2,
});
/** Between neighbours in a row a line runs from side to side; else from the lower edge of one to the upper edge of the other. */
function pathOf(line: Line): string {
  const { from, to } = line;
  if (from.y === to.y) {
    const [left, right] = from.x < to.x ? [from, to] : [to, from];
    const y = left.y + NODE.height / 2;
    if (!goesRound(line)) return `M${left.x + NODE.width} ${y} H${right.x}`;
    const top = left.y + NODE.height + 11;
    return `M${left.x + NODE.width / 2} ${left.y + NODE.height} V${top} H${right.x + NODE.width / 2} V${right.y + NODE.height}`;
  }
  const [upper, lower] = from.y < to.y ? [from, to] : [to, from];
  return `M${upper.x + NODE.width / 2} ${upper.y + NODE.height} L${lower.x + NODE.width / 2} ${lower.y}`;
}
const toChosen = (id: string): string => {
  const kind = id === props.chosen ? null : relationBetween(props.file.relations, id, props.chosen);
  return kind ? RELATION_LABEL[kind].toLowerCase() : '';
};
const chosenName = computed(() => {
  const someone = person(props.chosen);
  return someone ? personName(someone) : '';
});
const describe = (id: string): string => {
  const someone = person(id);
  if (!someone) return '';
  const relation = toChosen(id);
  return [
    personName(someone),
    rolesOf(someone)
      .map((role) => ROLE_LABEL[role].toLowerCase())
      .join(' and '),
    someone.kind === 'person' ? age(someone) : 'organisation',
    counts(id) ? 'counts in the household' : 'doesn’t count in the household',
    relation && `${relation} of ${chosenName.value}`,
  ]
    .filter(Boolean)
    .join(', ');
};
</script>

<template>
  <section aria-label="Household">
    <div ref="frame" class="overflow-x-auto pa-1">
      <div class="position-relative" :style="{ width: `${picture.width}px`, height: `${picture.height}px` }">
        <div
          v-for="house in picture.houses"
          :key="`${house.label}${house.x}`"
          class="position-absolute border border-dashed border-rule-strong rounded bg-surface soft text-small text-truncate px-2"
          :style="{ left: `${house.x}px`, top: `${house.y}px`, width: `${house.width}px`, height: `${house.height}px` }"
        >
          {{ house.label }}
        </div>
        <svg class="position-absolute" :width="picture.width" :height="picture.height" aria-hidden="true">
          <path
            v-for="line in picture.lines"
            :key="line.id"
            :d="pathOf(line)"
            fill="none"
            v-bind="touches(line) ? { stroke: 'var(--teal)', 'stroke-width': 2.5 } : { stroke: 'var(--rule-strong)', 'stroke-width': 1.5 }"
          />
        </svg>
        <button
          v-for="node in picture.nodes"
          :key="node.personId"
          type="button"
          class="node mark-small position-absolute d-grid align-content-center border border-rule-strong rounded px-2"
          :class="[counts(node.personId) ? 'counts bg-background' : 'bg-sunk', { 'on bg-teal-soft': node.personId === chosen }]"
          :style="{ left: `${node.x}px`, top: `${node.y}px` }"
          :aria-pressed="node.personId === chosen"
          :aria-label="describe(node.personId)"
          :data-person="node.personId"
          @click="emit('choose', node.personId)"
        >
          <b class="text-truncate">
            <Mark v-if="open.has(node.personId)" kind="blocked" />
            {{ personName(person(node.personId)!) }}
          </b>
          <span class="soft text-truncate">
            {{ ROLE_LABEL[person(node.personId)!.role]
            }}{{ rolesOf(person(node.personId)!).length > 1 ? ` +${rolesOf(person(node.personId)!).length - 1}` : '' }} ·
            {{ person(node.personId)!.kind === 'person' ? age(person(node.personId)!) : 'org.' }}
          </span>
        </button>
        <span
          v-for="line in picture.lines.filter(touches)"
          :key="`l${line.id}`"
          class="tag position-absolute bg-primary rounded text-no-wrap px-1"
          :style="{ left: `${middle(line).x}px`, top: `${middle(line).y}px` }"
          aria-hidden="true"
        >
          {{ toChosen(line.from.personId === chosen ? line.to.personId : line.from.personId) }}
        </span>
      </div>
    </div>
    <p v-if="household.size > 0" class="d-flex flex-wrap gc-3 mt-2 mark-small text-small">
      <b>Household of {{ household.size }}</b>
      <span class="soft">
        {{
          household.members
            .filter(({ counts: counted }) => !counted)
            .map(({ personId, why }) => `${personName(person(personId)!)} ${say(why)}`)
            .join('; ') || 'everybody counts'
        }}
      </span>
      <span v-for="left in household.leftOut" :key="left.incomeId">
        <Mark kind="partly" />
        {{ file.incomes.find(({ id }) => id === left.incomeId)?.source ?? 'Income' }} of
        {{ person(left.personId) ? personName(person(left.personId)!) : '' }} is left out:
        {{ sayWithin(say, left.why) }}
      </span>
    </p>
  </section>
</template>

<style scoped>
.node {
  width: 152px;
  height: 44px;
  font-size: 0.84rem;
  line-height: 1.2;
}
.node.counts {
  border-left: 5px solid var(--lichen);
}
.node.on {
  outline: 2px solid var(--teal);
}
.tag {
  transform: translate(-50%, -50%);
  font-size: 0.75rem;
  pointer-events: none;
}
</style>
