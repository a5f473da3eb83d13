import { descriptionOf, fieldOf, type DetailChange, type Entity, type FieldValue } from '@cavren/core';
import type { DoorDetailsView, DoorRow } from '@cavren/contract';
import { computed, reactive, ref, shallowRef, type ComputedRef, type Ref } from 'vue';
import { ApiProblem, isSignedOut, messageOf, Unreachable } from '../api/index';

/** Something that was said and is not with us yet, and where on the page it was said. */
export interface Wish {
  changes: DetailChange[];
  at: string;
}
/** saved: all is with us; saving: on its way; offline: kept here until there is a connection; ended: kept here until who said it comes in again. */
export type SavingState = 'saved' | 'saving' | 'offline' | 'ended';

/** What the queue needs of the world: to send, to see what is newest, to wait, and a place that outlives the page. */
export interface Line {
  send: (changes: DetailChange[]) => Promise<void>;
  refresh: () => Promise<void>;
  pause: () => Promise<void>;
  shelf: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
}
export interface Unsent {
  state: Ref<SavingState>;
  wishes: Ref<readonly Wish[]>;
  /** What was refused, by the place where it was said. */
  problems: Record<string, string>;
  put: (changes: DetailChange[], at: string) => void;
  /** Waits until all that was said is with us, or can't be. */
  settled: () => Promise<void>;
  drop: () => void;
}

const isWish = (value: unknown): value is Wish =>
  typeof value === 'object' && value !== null && 'at' in value && 'changes' in value && Array.isArray(value.changes) && typeof value.at === 'string';
/** Whole identity numbers are never laid on a shelf of the browser. */
const isHidden = ({ changes }: Wish): boolean => changes.some((change) => change.op === 'set' && fieldOf(change.entity, change.field)?.kind === 'hidden');

/** What was kept under a name, as far as it can be read. */
function keptUnder(name: string, shelf: Line['shelf']): Wish[] {
  try {
    const found: unknown = JSON.parse(shelf.getItem(name) ?? '[]');
    return Array.isArray(found) ? found.filter(isWish) : [];
  } catch {
    return [];
  }
}

const TURNS = 3;

/**
 * Says of one person in one file, sent one after the other in the order in which they were said. What can't be sent is kept,
 * also when the page is loaded again: until there is a connection, or until the same person comes in again. What is refused
 * is told at its place and dropped. When the officer changed something meanwhile, it is said again on top of that.
 */
export function unsent(name: string, line: Line): Unsent {
  const wishes = shallowRef<readonly Wish[]>(keptUnder(name, line.shelf));
  const state = ref<SavingState>(wishes.value.length > 0 ? 'saving' : 'saved');
  const problems = reactive<Record<string, string>>({});
  let working: Promise<void> | null = null;

  function keep(next: readonly Wish[]): void {
    wishes.value = next;
    const lasting = next.filter((wish) => !isHidden(wish));
    if (lasting.length > 0) line.shelf.setItem(name, JSON.stringify(lasting));
    else line.shelf.removeItem(name);
  }
  async function sendOne(wish: Wish): Promise<void> {
    for (let turn = 1; ; turn += 1) {
      try {
        return await line.send(wish.changes);
      } catch (error) {
        if (turn >= TURNS || !(error instanceof ApiProblem) || error.problem.code !== 'stale') throw error;
        await line.refresh();
      }
    }
  }
  async function work(): Promise<void> {
    for (let [wish] = wishes.value; wish; [wish] = wishes.value) {
      if (state.value !== 'offline') state.value = 'saving';
      try {
        await sendOne(wish);
        problems[wish.at] = '';
      } catch (error) {
        if (isSignedOut(error)) {
          state.value = 'ended';
          return;
        }
        if (error instanceof Unreachable) {
          state.value = 'offline';
          await line.pause();
          continue;
        }
        problems[wish.at] = error instanceof ApiProblem ? (error.problem.errors?.[0]?.message ?? messageOf(error)) : messageOf(error);
      }
      keep(wishes.value.slice(1));
    }
    state.value = 'saved';
  }
  function start(): void {
    working ??= work().finally(() => (working = null));
  }
  if (wishes.value.length > 0) start();

  return {
    state,
    wishes,
    problems,
    put(changes, at) {
      keep([...wishes.value, { changes, at }]);
      start();
    },
    async settled() {
      await working;
    },
    drop() {
      keep([]);
    },
  };
}

type Shown = Pick<DoorDetailsView, 'person' | 'business' | 'request' | 'rows'>;
const valuesOf = (entity: Entity): Record<string, FieldValue> =>
  Object.fromEntries(
    Object.entries(descriptionOf(entity).fields).flatMap(([field, { by, blank }]) => (by === 'applicant' ? [[field, blank as FieldValue]] : [])),
  );

/** What the page shows after a change that isn't with us yet: of hidden numbers nothing but their end. */
function changed(shown: Shown, change: DetailChange): Shown {
  const rows = shown.rows[change.entity] ?? [];
  const put = (next: DoorRow[]): Shown => ({ ...shown, rows: { ...shown.rows, [change.entity]: next } });
  if (change.op === 'add') {
    if (!(change.entity in shown.rows) || rows.some(({ id }) => id === change.id)) return shown;
    const own = valuesOf(change.entity);
    const given = Object.fromEntries(Object.entries(change.values).filter(([field]) => field in own)) as Record<string, FieldValue>;
    return put([...rows, { ...own, ...given, id: change.id }]);
  }
  if (change.op === 'remove') return put(rows.filter(({ id }) => id !== change.id));
  const { field } = change;
  const value = fieldOf(change.entity, field)?.kind === 'hidden' ? (typeof change.value === 'string' ? change.value.slice(-4) : null) : change.value;
  if (change.entity === 'request')
    return {
      ...shown,
      request: shown.request.map((one) => (one.field === field && typeof value !== 'boolean' ? { ...one, value } : one)),
    };
  if (change.entity === 'person' && shown.business?.fields.id === change.id)
    return { ...shown, business: { ...shown.business, fields: { ...shown.business.fields, [field]: value } } };
  if (change.entity === 'person') return change.id === shown.person.id ? { ...shown, person: { ...shown.person, [field]: value } } : shown;
  return put(rows.map((row) => (row.id === change.id ? { ...row, [field]: value } : row)));
}

/** A page's details with all that was said and is not with us yet on top of them. */
export const withUnsent = <Details extends Shown>(details: () => Details, wishes: Ref<readonly Wish[]>): ComputedRef<Details> =>
  computed(() => ({ ...details(), ...wishes.value.flatMap(({ changes }) => changes).reduce<Shown>(changed, details()) }));
