import { fileOf, MOST_CHANGES, viewAfter, type FileAnswer, type FileView, type Problem, type ProductInForce, type StatedBy } from '@cavren/contract';
import {
  applyChanges,
  computePath,
  pathFigures,
  dayAt,
  isIsoDate,
  moveBoundary,
  regionOf,
  subjectOf,
  takenBack,
  whatHangsOn,
  type DetailChange,
  type Entity,
  type FieldValue,
  type FileState,
  type IsoDate,
  type Path,
  type PathFigures,
  type RowEntity,
  type Stretch,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed, inject, onScopeDispose, provide, reactive, ref, shallowRef, toRaw, watch, type ComputedRef, type InjectionKey, type Ref } from 'vue';
import { ApiProblem, Unreachable, api, messageOf } from '../api/index';
import { keepQueue, queueName, readQueue, useDesk } from '../session/index';
import type { Writing } from '../words/index';
import { kept } from './kept';
import { productInForce } from './products';

/** Somebody else changed a field while it was typed here: both are shown, the officer chooses. */
export interface Conflict {
  change: Extract<DetailChange, { op: 'set' }>;
  theirs: string | null;
  actor: string;
}

export type Saving = 'saved' | 'saving' | 'offline';

const RETRY_MS = 3000;
const MOST_UNDO = 50;
/** How much later than its figures the rest of what a key changed may be drawn. */
const MOST_LATE_MS = 60;

/** Another officer who has the file open. */
export interface Present {
  staffId: string;
  name: string;
  place: string | null;
}

/** What takes a change back, and what it was in words. */
interface Undo {
  label: string;
  changes: DetailChange[];
}

/**
 * One open file: what the server has, what is typed on top of it, and the way between. Changes are saved one after the
 * other as fields are left; what could not be sent yet stays in the queue and survives a reload of the page.
 */
export function openEditing(reference: string) {
  const url = `/api/files/${reference}`;
  const store = queueName(useDesk().me?.id ?? '', reference);
  const view = shallowRef<FileView | null>(null);
  /** The product and place of the file, fetched once for each version. */
  const inForce = shallowRef<ProductInForce | null>(null);
  const notLoaded = ref('');
  const queue = shallowRef<DetailChange[]>(readQueue(store));
  const typing = reactive(new Map<string, Extract<DetailChange, { op: 'set' }>>());
  const problems = reactive(new Map<string, string>());
  const conflict = shallowRef<Conflict | null>(null);
  const saving = ref<Saving>('saved');
  const news = ref('');
  const present = ref<Present[]>([]);
  const statedBy = ref<StatedBy['stated']>({});
  const undos = shallowRef<Undo[]>([]);
  /** The row that is worked in: it shows its fields, all others read as lines. */
  const working = ref<string | null>(null);
  /** Fields in which something has to be said before what was typed can be saved, by their subjects. */
  const asking = reactive(new Set<string>());
  /** The version that was on the screen when typing in a field began, by its subject: news that comes in meanwhile doesn't change what was seen. */
  const seen = new Map<string, number>();
  let sending = false;
  let retry = 0;

  /** What the server has with what is typed on top; everything that isn't changed is the same object as before. */
  const stated: ComputedRef<FileState | null> = computed(() =>
    view.value && inForce.value ? applyChanges(fileOf(view.value, inForce.value), queue.value, new Date().toISOString()) : null,
  );
  const whole: ComputedRef<FileState | null> = computed(() =>
    stated.value && typing.size > 0 ? applyChanges(stated.value, [...typing.values()], new Date().toISOString()) : stated.value,
  );
  /** What the screen shows: what is still being typed comes together with the Path that follows from it, so that a key draws the chapter once. */
  const file = shallowRef<FileState | null>(null);
  watch(stated, () => (file.value = whole.value), { immediate: true, flush: 'sync' });
  /** The day on which the file is seen, by the place's clock. */
  const today = computed<IsoDate>(() => view.value?.today ?? dayAt(new Date().toISOString(), 'UTC'));
  const { path, figures } = livePath(
    whole,
    () => view.value?.today ?? null,
    () => file.value !== whole.value,
    (shown) => (file.value = shown),
  );
  /** The place's way of writing; the United States' while the file is still on its way. */
  const writing = computed<Writing>(() => file.value?.pack ?? { dateOrder: 'mdy', locale: 'en-US', currency: 'USD', phoneRegion: 'US' });
  /** Places that the next gate waits for. */
  const neededAnchors = computed<string[]>((before) => kept(before, path.value?.now.map(({ place }) => place.anchor) ?? []));
  const needed = computed(() => new Set(neededAnchors.value));

  async function take(next: FileView): Promise<void> {
    if (view.value && next.version < view.value.version) return;
    inForce.value = await productInForce(next.productId);
    view.value = next;
    notLoaded.value = '';
  }

  /** Lays the answer to a write on what is there; where another change lies between, the file is read again. */
  async function takeAnswer(answer: FileAnswer): Promise<void> {
    if (!view.value || answer.version <= view.value.version) return;
    const after = viewAfter(view.value, answer);
    if (after) view.value = after;
    else await load();
  }

  /** Who stated each value last; asked for when somebody looks at one. */
  async function loadStated(): Promise<void> {
    statedBy.value = (await api.get<StatedBy>(`${url}/stated-by`).catch(() => ({ stated: statedBy.value }))).stated;
  }

  async function load(): Promise<void> {
    try {
      await take(await api.get<FileView>(url));
    } catch (error) {
      notLoaded.value = messageOf(error);
    }
  }

  /** Puts changes into the queue, and what takes them back on the pile. */
  function change(label: string, changes: DetailChange[]): void {
    const before = whole.value;
    const inverse = before ? changes.map((wish) => takenBack(before, wish)).reverse() : [];
    if (inverse.length > 0 && inverse.every((wish) => wish !== null)) undos.value = [...undos.value, { label, changes: inverse }].slice(-MOST_UNDO);
    enqueue(...changes);
  }

  function undo(): void {
    const last = undos.value.at(-1);
    if (!last) {
      news.value = 'There is nothing to take back here.';
      return;
    }
    undos.value = undos.value.slice(0, -1);
    news.value = '';
    enqueue(...last.changes);
  }

  function enqueue(...changes: DetailChange[]): void {
    queue.value = [...queue.value, ...changes];
    keepQueue(store, queue.value);
    void send();
  }

  async function send(): Promise<void> {
    if (sending || conflict.value) return;
    sending = true;
    window.clearTimeout(retry);
    try {
      while (queue.value.length > 0 && view.value) {
        saving.value = 'saving';
        const changes = queue.value.slice(0, MOST_CHANGES);
        const before = view.value.version;
        const answer = await api.patch<FileAnswer>(`${url}/details`, { version: versionSeen(changes, before), changes });
        for (const sent of changes) seen.delete(subjectOf(sent));
        // What changed meanwhile was changed here: whatever else is being typed has seen it.
        if (answer.version === before + 1) for (const [subject, version] of seen) if (version === before) seen.set(subject, answer.version);
        await takeAnswer(answer);
        dropFromQueue(changes.length);
      }
      saving.value = 'saved';
    } catch (error) {
      await recover(error);
    } finally {
      sending = false;
    }
    if (saving.value === 'saving' && queue.value.length > 0) void send();
  }

  const versionSeen = (changes: readonly DetailChange[], now: number): number => Math.min(now, ...changes.map((wish) => seen.get(subjectOf(wish)) ?? now));

  function dropFromQueue(count: number): void {
    queue.value = queue.value.slice(count);
    keepQueue(store, queue.value);
  }

  async function recover(error: unknown): Promise<void> {
    if (error instanceof Unreachable) {
      saving.value = 'offline';
      retry = window.setTimeout(() => void send(), RETRY_MS);
      return;
    }
    const stale = staleOf(error);
    if (stale) return merge(stale.meanwhile);
    if (error instanceof ApiProblem && error.problem.errors?.length) return reject(error.problem.errors);
    if (error instanceof ApiProblem && error.problem.code === 'signed-out') {
      saving.value = 'offline';
      news.value = 'Your session has ended. Sign in again: what you typed is kept in this tab and is saved then.';
      return;
    }
    news.value = messageOf(error);
    dropFromQueue(queue.value.length);
    await load();
    saving.value = 'saved';
  }

  /** A refused value stays visible in its field with what is wrong; the rest of the queue goes on. */
  function reject(errors: { path: string; message: string }[]): void {
    for (const { path: at, message } of errors) problems.set(at, message);
    const refused = new Set(errors.map((entry) => entry.path));
    const left = queue.value.filter(
      (change) => !(change.op === 'set' ? refused.has(subjectOf(change)) : [...refused].some((at) => at.startsWith(subjectOf(change)))),
    );
    queue.value = left.length === queue.value.length ? [] : left;
    keepQueue(store, queue.value);
    saving.value = queue.value.length > 0 ? 'saving' : 'saved';
  }

  /** The file has moved on: changes to other fields are put on top of it, a field that both changed is asked about. */
  async function merge(meanwhile: Meanwhile): Promise<void> {
    await load();
    seen.clear();
    const clash = queue.value.find(
      (change): change is Extract<DetailChange, { op: 'set' }> => change.op === 'set' && meanwhile.some(({ subject }) => subject === subjectOf(change)),
    );
    if (clash) {
      const other = meanwhile.filter(({ subject }) => subject === subjectOf(clash)).at(-1);
      conflict.value = { change: clash, theirs: other?.after ?? null, actor: other?.actor ?? 'Somebody' };
      return;
    }
    if (meanwhile.length > 0) news.value = `${actorsOf(meanwhile)} changed this file meanwhile; your entries were put on top.`;
    saving.value = 'saving';
  }

  function settleConflict(keepMine: boolean): void {
    const clash = conflict.value;
    if (!clash) return;
    if (!keepMine) {
      queue.value = queue.value.filter((change) => change !== clash.change);
      keepQueue(store, queue.value);
    }
    conflict.value = null;
    void send();
  }

  let acting: Promise<unknown> = Promise.resolve();
  /** Everything that is no field: checks, papers, moves. Waits for the fields to be saved, and for the act before, whose version it builds on. */
  function act(at: string, body: object | FormData = {}): Promise<true> {
    const done = acting.then(() => doAct(at, body));
    acting = done.catch(() => undefined);
    return done;
  }

  async function doAct(at: string, body: object | FormData, tries = 3): Promise<true> {
    news.value = '';
    await settled();
    try {
      await takeAnswer(await api.post<FileAnswer>(`${url}${at}`, body instanceof FormData ? body : { version: view.value?.version ?? 1, ...body }));
      return true;
    } catch (error) {
      const stale = staleOf(error);
      if (tries > 1 && stale?.meanwhile.every(({ byProgram }) => byProgram)) {
        await load();
        return doAct(at, body, tries - 1);
      }
      const told = stale
        ? new ApiProblem({ ...stale, title: `${actorsOf(stale.meanwhile)} changed the file meanwhile. Look at it again, then repeat.` })
        : error;
      news.value = messageOf(told);
      await load();
      throw told;
    }
  }

  async function settled(): Promise<void> {
    for (let turn = 0; turn < 100 && (queue.value.length > 0 || sending); turn += 1) await new Promise((resolve) => setTimeout(resolve, 50));
  }

  let events: EventSource | null = null;
  /** Listens for what others do; tells them which chapter is looked at here. */
  function listen(chapter: string): void {
    events?.close();
    events = new EventSource(`${url}/events?chapter=${encodeURIComponent(chapter)}`);
    events.addEventListener('version', (event) => {
      const { version } = JSON.parse((event as MessageEvent<string>).data) as { version: number };
      if (view.value && version > view.value.version && !sending) void load();
    });
    events.addEventListener('present', (event) => {
      present.value = (JSON.parse((event as MessageEvent<string>).data) as { people: Present[] }).people;
    });
  }
  const warn = (event: BeforeUnloadEvent): void => {
    if (queue.value.length > 0 && saving.value === 'offline') event.preventDefault();
  };
  window.addEventListener('beforeunload', warn);
  onScopeDispose(() => {
    events?.close();
    window.clearTimeout(retry);
    window.removeEventListener('beforeunload', warn);
  });

  void load().then(() => send());

  return {
    reference,
    url,
    view,
    file,
    today,
    path,
    figures,
    loadError: notLoaded,
    problems,
    conflict,
    saving,
    news,
    present,
    stated: statedBy,
    needed,
    writing,
    undos,
    working,
    asking,
    undo,
    listen,
    loadStated,
    change,
    load,
    act,
    settleConflict,
    /** While a field is typed in: the figures and the Path follow, nothing is sent yet. */
    type(entity: Entity, id: string | null, field: string, value: FieldValue): void {
      const change = { op: 'set' as const, entity, id, field, value };
      problems.delete(subjectOf(change));
      if (view.value && !typing.has(subjectOf(change))) seen.set(subjectOf(change), view.value.version);
      typing.set(subjectOf(change), change);
    },
    /** When a field is left: its value is saved. */
    leave(entity: Entity, id: string | null, field: string, value: FieldValue): void {
      const wish = { op: 'set' as const, entity, id, field, value };
      typing.delete(subjectOf(wish));
      problems.delete(subjectOf(wish));
      change(field, whole.value ? withNeighbour(whole.value, wish) : [wish]);
    },
    /** When what was typed can't be a value at all: said at the field, kept in it, not sent. */
    refuse(entity: Entity, id: string | null, field: string, message: string): void {
      const key = subjectOf({ op: 'set', entity, id, field, value: null });
      typing.delete(key);
      problems.set(key, message);
    },
    forget(entity: Entity, id: string | null, field: string): void {
      const key = subjectOf({ op: 'set', entity, id, field, value: null });
      typing.delete(key);
      seen.delete(key);
    },
    add(entity: RowEntity, values: Record<string, FieldValue>): string {
      const id = nanoid();
      change('added row', [{ op: 'add', entity, id, values }]);
      working.value = id;
      return id;
    },
    remove(entity: RowEntity, id: string): void {
      const hanging = whole.value ? whatHangsOn(whole.value, entity, id) : [];
      change('removed row', [...hanging, { op: 'remove', entity, id }]);
    },
  };
}
export type Editing = ReturnType<typeof openEditing>;

const EDITING: InjectionKey<Editing> = Symbol('editing');
export const provideEditing = (editing: Editing): void => provide(EDITING, editing);
/** The file that is open where a component stands; null outside of one. */
export const openedFile = (): Editing | null => inject(EDITING, null);
export function useEditing(): Editing {
  const editing = inject(EDITING);
  if (!editing) throw new Error('There is no open file here');
  return editing;
}

/** What the strip draws: figures, and the file that they are of. */
export interface LiveFigures extends PathFigures {
  file: FileState;
}

/** The figures of the open file as they are while one types; for what is shown once its Path is there. */
export function useFigures(): ComputedRef<LiveFigures> {
  const { figures } = useEditing();
  return computed(() => {
    if (!figures.value) throw new Error('The figures of this file are not worked out yet');
    return figures.value;
  });
}

/**
 * The Path of a file that changes with every key. Working it out takes 2 ms for a file with thirty incomes and 5 ms for one
 * with a hundred, sixty debts and five parts; another thread would spend more on handing it there and back. While one types, the
 * figures are worked out and drawn with the key, and all else that follows from it when the screen has time (decision 027).
 * @param mayWait whether what changed is still being typed. @param show takes the file that `path` is of, when that is to be drawn.
 */
function livePath(
  file: ComputedRef<FileState | null>,
  today: () => IsoDate | null,
  mayWait: () => boolean,
  show: (file: FileState) => void,
): { path: Ref<Path | null>; figures: Ref<LiveFigures | null> } {
  const path = shallowRef<Path | null>(null);
  const figures = shallowRef<LiveFigures | null>(null);
  const draw = (): void => {
    const on = today();
    if (!figures.value || on === null) return;
    const { file: newest, ...worked } = figures.value;
    path.value = kept(path.value, computePath(newest, on, worked));
    show(newest);
  };
  const drawLater = whenThereIsTime(draw);
  watch(
    file,
    (now) => {
      const on = today();
      if (now === null || on === null) return;
      const plain = toRaw(now);
      figures.value = { file: plain, ...pathFigures(plain, on) };
      if (path.value !== null && mayWait()) drawLater.soon();
      else {
        drawLater.cancel();
        draw();
      }
    },
    { immediate: true },
  );
  onScopeDispose(drawLater.cancel);
  return { path, figures };
}

/** Something that is done once the screen has painted and has time, at the latest after a few frames, however often it was asked for until then. */
function whenThereIsTime(run: () => void): { soon: () => void; cancel: () => void } {
  // Not every browser says when it has time; a few frames later is then what is left.
  const tells = typeof requestIdleCallback === 'function';
  const ask = (then: () => void): number => (tells ? requestIdleCallback(then, { timeout: MOST_LATE_MS }) : window.setTimeout(then, MOST_LATE_MS));
  let asked = 0;
  const cancel = (): void => {
    if (tells) cancelIdleCallback(asked);
    else window.clearTimeout(asked);
    asked = 0;
  };
  const soon = (): void => {
    if (asked !== 0) return;
    asked = ask(() => {
      asked = 0;
      run();
    });
  };
  return { soon, cancel };
}

type Meanwhile = NonNullable<Problem['meanwhile']>;
/**
 * A refusal because the file has changed since what was seen here, with what changed. What the program itself did, an
 * answer that came or a message that went, takes nothing away from what the officer saw, so an act is done on top of it.
 */
const staleOf = (error: unknown): (Problem & { meanwhile: Meanwhile }) | null =>
  error instanceof ApiProblem && error.problem.code === 'stale' ? { ...error.problem, meanwhile: error.problem.meanwhile ?? [] } : null;
const actorsOf = (meanwhile: Meanwhile): string => [...new Set(meanwhile.map(({ actor }) => actor))].join(', ') || 'Somebody';

/** A postal code that lies in one region alone says which, where none was named. */
function withRegion(file: FileState, wish: Extract<DetailChange, { op: 'set' }>): DetailChange[] {
  const home = file.homes.find(({ id }) => id === wish.id);
  const region = home?.region === null && home.country === null && typeof wish.value === 'string' ? regionOf(file.pack.regions, wish.value) : null;
  return region ? [wish, { ...wish, field: 'region', value: region.code }] : [wish];
}

/** A boundary of a history takes its touching neighbour along. */
function withNeighbour(file: FileState, wish: Extract<DetailChange, { op: 'set' }>): DetailChange[] {
  const { entity, field, id, value } = wish;
  if (entity === 'home' && field === 'postalCode') return withRegion(file, wish);
  if ((entity !== 'home' && entity !== 'work') || (field !== 'since' && field !== 'until') || id === null || typeof value !== 'string' || !isIsoDate(value))
    return [wish];
  const rows: readonly (Stretch & { personId: string })[] = entity === 'home' ? file.homes : file.works;
  const owner = rows.find((row) => row.id === id)?.personId;
  return moveBoundary(
    rows.filter(({ personId }) => personId === owner),
    id,
    field,
    value,
  ).map((move) => ({ op: 'set', entity, id: move.id, field: move.field, value: move.value }));
}
