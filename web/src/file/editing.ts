import type { DetailChange, FieldValue, FileView } from '@cavren/contract';
import { computePath, type Entity, type FileState, type Path } from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed, inject, onScopeDispose, provide, reactive, ref, type ComputedRef, type InjectionKey } from 'vue';
import { api, ApiProblem, messageOf, Unreachable } from '../api/index';

type RowEntity = Exclude<Entity, 'request'>;

/** Somebody else changed a field while it was typed here: both are shown, the officer chooses. */
export interface Conflict {
  change: Extract<DetailChange, { op: 'set' }>;
  theirs: string | null;
  actor: string;
}

export type Saving = 'saved' | 'saving' | 'offline';

const PART: Record<RowEntity, keyof FileState> = {
  person: 'people',
  home: 'homes',
  income: 'incomes',
  livingCost: 'livingCosts',
  debt: 'debts',
  asset: 'assets',
};
const RETRY_MS = 3000;

/** The subject that the history gives a change, as the server writes it. */
export function subjectOf(change: DetailChange): string {
  if (change.op !== 'set') return `${change.entity}/${change.id}`;
  return change.id ? `${change.entity}/${change.id}/${change.field}` : `${change.entity}/${change.field}`;
}

/**
 * One open file: what the server has, what is typed on top of it, and the way between. Changes are saved one after the
 * other as fields are left; what could not be sent yet stays in the queue and survives a reload of the page.
 */
export function openEditing(reference: string) {
  const url = `/api/files/${reference}`;
  const store = `cavren-queue-${reference}`;
  const view = ref<FileView | null>(null);
  const loadError = ref('');
  const queue = ref<DetailChange[]>(readQueue(store));
  const typing = reactive(new Map<string, Extract<DetailChange, { op: 'set' }>>());
  const problems = reactive(new Map<string, string>());
  const conflict = ref<Conflict | null>(null);
  const saving = ref<Saving>('saved');
  const news = ref('');
  let sending = false;
  let retry = 0;

  const file: ComputedRef<FileState | null> = computed(() => {
    if (!view.value) return null;
    const copy: FileState = toPlain(view.value.file);
    for (const change of [...queue.value, ...typing.values()]) applyChange(copy, change);
    return copy;
  });
  const path: ComputedRef<Path | null> = computed(() => (file.value && view.value ? computePath(file.value, view.value.today) : null));

  function take(next: FileView): void {
    if (view.value && next.version < view.value.version) return;
    view.value = next;
    loadError.value = '';
  }

  async function load(): Promise<void> {
    try {
      take(await api.get<FileView>(url));
    } catch (error) {
      loadError.value = messageOf(error);
    }
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
        const changes = [...queue.value];
        const answer = await api.patch<FileView>(`${url}/details`, { version: view.value.version, changes });
        dropFromQueue(changes.length);
        take(answer);
      }
      saving.value = 'saved';
    } catch (error) {
      await recover(error);
    } finally {
      sending = false;
    }
    if (saving.value === 'saving' && queue.value.length > 0) void send();
  }

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
    if (error instanceof ApiProblem && error.problem.code === 'stale') return merge(error.problem.meanwhile ?? []);
    if (error instanceof ApiProblem && error.problem.errors?.length) return reject(error.problem.errors);
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
  async function merge(meanwhile: { subject: string; after: string | null; actor: string }[]): Promise<void> {
    await load();
    const clash = queue.value.find(
      (change): change is Extract<DetailChange, { op: 'set' }> => change.op === 'set' && meanwhile.some(({ subject }) => subject === subjectOf(change)),
    );
    if (clash) {
      const other = meanwhile.filter(({ subject }) => subject === subjectOf(clash)).at(-1);
      conflict.value = { change: clash, theirs: other?.after ?? null, actor: other?.actor ?? 'Somebody' };
      return;
    }
    const actors = [...new Set(meanwhile.map(({ actor }) => actor))].join(', ');
    if (actors) news.value = `${actors} changed this file meanwhile; your entries were put on top.`;
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

  /** Everything that is no field: checks, papers, moves. Waits for the fields to be saved first. */
  async function act(at: string, body: object | FormData = {}, tries = 3): Promise<boolean> {
    news.value = '';
    await settled();
    try {
      take(await api.post<FileView>(`${url}${at}`, body instanceof FormData ? body : { version: view.value?.version ?? 1, ...body }));
      return true;
    } catch (error) {
      if (tries > 1 && onlyAnswersCame(error)) {
        await load();
        return act(at, body, tries - 1);
      }
      news.value =
        error instanceof ApiProblem && error.problem.code === 'stale' ? 'The file was changed meanwhile. Look at it again, then repeat.' : messageOf(error);
      await load();
      throw error;
    }
  }

  async function settled(): Promise<void> {
    for (let turn = 0; turn < 100 && (queue.value.length > 0 || sending); turn += 1) await new Promise((resolve) => setTimeout(resolve, 50));
  }

  const events = new EventSource(`${url}/events`);
  events.addEventListener('version', (event) => {
    const { version } = JSON.parse((event as MessageEvent<string>).data) as { version: number };
    if (view.value && version > view.value.version && !sending) void load();
  });
  const warn = (event: BeforeUnloadEvent): void => {
    if (queue.value.length > 0 && saving.value === 'offline') event.preventDefault();
  };
  window.addEventListener('beforeunload', warn);
  onScopeDispose(() => {
    events.close();
    window.clearTimeout(retry);
    window.removeEventListener('beforeunload', warn);
  });

  void load().then(() => send());

  return {
    reference,
    url,
    view,
    file,
    path,
    loadError,
    problems,
    conflict,
    saving,
    news,
    load,
    act,
    settleConflict,
    /** While a field is typed in: the figures and the Path follow, nothing is sent yet. */
    type(entity: Entity, id: string | null, field: string, value: FieldValue): void {
      const change = { op: 'set' as const, entity, id, field, value };
      problems.delete(subjectOf(change));
      typing.set(subjectOf(change), change);
    },
    /** When a field is left: its value is saved. */
    leave(entity: Entity, id: string | null, field: string, value: FieldValue): void {
      const change = { op: 'set' as const, entity, id, field, value };
      typing.delete(subjectOf(change));
      problems.delete(subjectOf(change));
      enqueue(change);
    },
    /** When what was typed can't be a value at all: said at the field, kept in it, not sent. */
    refuse(entity: Entity, id: string | null, field: string, message: string): void {
      const key = subjectOf({ op: 'set', entity, id, field, value: null });
      typing.delete(key);
      problems.set(key, message);
    },
    forget(entity: Entity, id: string | null, field: string): void {
      typing.delete(subjectOf({ op: 'set', entity, id, field, value: null }));
    },
    add(entity: RowEntity, values: Record<string, FieldValue>): string {
      const id = nanoid();
      enqueue({ op: 'add', entity, id, values });
      return id;
    },
    remove(entity: RowEntity, id: string): void {
      enqueue({ op: 'remove', entity, id });
    },
  };
}
export type Editing = ReturnType<typeof openEditing>;

const EDITING: InjectionKey<Editing> = Symbol('editing');
export const provideEditing = (editing: Editing): void => provide(EDITING, editing);
export function useEditing(): Editing {
  const editing = inject(EDITING);
  if (!editing) throw new Error('There is no open file here');
  return editing;
}

/** An outside service's answer that came in meanwhile takes nothing away from what the officer saw, so the act is done on top of it. */
function onlyAnswersCame(error: unknown): boolean {
  if (!(error instanceof ApiProblem) || error.problem.code !== 'stale') return false;
  return error.problem.meanwhile?.every(({ subject }) => subject.startsWith('check/')) ?? false;
}

function toPlain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** Puts a change on a file's state as the server will. */
export function applyChange(file: FileState, change: DetailChange): void {
  if (change.op === 'set' && change.entity === 'request') {
    put(file.request as unknown as Record<string, unknown>, change.field, change.value);
    return;
  }
  const rows = file[PART[change.entity as RowEntity]] as unknown as Record<string, unknown>[];
  const at = rows.findIndex((row) => row['id'] === change.id);
  if (change.op === 'remove') {
    if (at >= 0) rows.splice(at, 1);
  } else if (change.op === 'add') {
    if (at < 0) rows.push({ ...EMPTY[change.entity], ...change.values, id: change.id, createdAt: new Date().toISOString() });
  } else if (at >= 0) {
    put(rows[at] ?? {}, change.field, change.value);
  }
}

/** Hidden numbers show their tail only, whatever was typed. */
function put(row: Record<string, unknown>, field: string, value: FieldValue): void {
  const hidden = field === 'idNumber' || field === 'payoutAccount';
  row[field] = hidden && typeof value === 'string' ? { tail: value.replace(/\D/g, '').slice(-4) } : value;
}

const EMPTY: Record<RowEntity, Record<string, unknown>> = {
  person: { personId: null, role: 'dependant', relationship: null, fullName: null, knownAs: null, birthDate: null, idNumber: null, phone: null, email: null },
  home: { personId: '', line: null, town: null, region: null, postalCode: null, since: null, until: null, tenure: null, monthlyCost: null },
  income: { personId: '', kind: null, source: null, amount: null, frequency: null, hoursPerWeek: null, since: null },
  livingCost: { category: null, monthly: null },
  debt: { lender: null, kind: null, payment: null, balance: null, cleared: false },
  asset: { kind: null, description: null, value: null, downPaymentPart: null },
};

function readQueue(store: string): DetailChange[] {
  try {
    return JSON.parse(sessionStorage.getItem(store) ?? '[]') as DetailChange[];
  } catch {
    return [];
  }
}

function keepQueue(store: string, queue: readonly DetailChange[]): void {
  if (queue.length === 0) sessionStorage.removeItem(store);
  else sessionStorage.setItem(store, JSON.stringify(queue));
}
