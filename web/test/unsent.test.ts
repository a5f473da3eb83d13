import type { DoorRow } from '@cavren/contract';
import type { DetailChange } from '@cavren/core';
import { describe, expect, it } from 'vitest';
import { ApiProblem, Unreachable } from '../src/api/index';
import { keptForm } from '../src/door/kept';
import { unsent, withUnsent, type Wish } from '../src/door/unsent';
import { shallowRef } from 'vue';

/** A shelf of the browser, which outlives the page. */
function shelf() {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  };
}
const set = (field: string, value: string, entity: 'person' | 'home' = 'person', id = 'me'): DetailChange => ({ op: 'set', entity, id, field, value });
const refused = (code: string, title = code) => new ApiProblem({ type: '', title, status: 400, code });
const NAME = 'unsent ABC me';

/** A line that answers as it is told, one after the other, and then takes everything. */
function line(answers: (Error | null)[], on = shelf()) {
  const sent: DetailChange[][] = [];
  const seen = { refreshed: 0, paused: 0 };
  return {
    sent,
    seen,
    shelf: on,
    send: (changes: DetailChange[]) => {
      const answer = answers.shift() ?? null;
      if (answer) return Promise.reject(answer);
      sent.push(changes);
      return Promise.resolve();
    },
    refresh: () => Promise.resolve(void (seen.refreshed += 1)),
    pause: () => Promise.resolve(void (seen.paused += 1)),
  };
}

describe('what is said at the front door', () => {
  it('is sent one after the other, in the order in which it was said', async () => {
    const wire = line([]);
    const queue = unsent(NAME, wire);
    for (const name of ['a', 'b', 'c']) queue.put([set('knownAs', name)], 'knownAs');
    expect(queue.state.value).toBe('saving');
    await queue.settled();
    expect(wire.sent).toEqual(['a', 'b', 'c'].map((name) => [set('knownAs', name)]));
    expect([queue.state.value, wire.shelf.kept.size]).toEqual(['saved', 0]);
  });
  it('waits while there is no connection, and goes on where it was', async () => {
    const wire = line([new Unreachable(), new Unreachable()]);
    const queue = unsent(NAME, wire);
    queue.put([set('knownAs', 'a')], 'knownAs');
    await queue.settled();
    expect([wire.seen.paused, wire.sent.length, queue.state.value]).toEqual([2, 1, 'saved']);
  });
  it('is said again on top of what an officer changed, and given up where that never ends', async () => {
    const wire = line([refused('stale'), refused('stale')]);
    const queue = unsent(NAME, wire);
    queue.put([set('knownAs', 'a')], 'knownAs');
    await queue.settled();
    expect([wire.seen.refreshed, wire.sent.length]).toEqual([2, 1]);
    const never = unsent(NAME, line([refused('stale'), refused('stale'), refused('stale', 'Somebody else was quicker')]));
    never.put([set('knownAs', 'a')], 'knownAs');
    await never.settled();
    expect([never.problems['knownAs'], never.wishes.value]).toEqual(['Somebody else was quicker', []]);
  });
  it('is told at its place where it is refused, and what comes after it goes on', async () => {
    const wire = line([new ApiProblem({ type: '', title: 'no', status: 422, code: 'invalid', errors: [{ path: 'x', message: 'This is no date' }] })]);
    const queue = unsent(NAME, wire);
    queue.put([set('birthDate', '2031')], 'birthDate');
    queue.put([set('knownAs', 'b')], 'knownAs');
    await queue.settled();
    expect(queue.problems).toEqual({ birthDate: 'This is no date', knownAs: '' });
    expect(wire.sent).toEqual([[set('knownAs', 'b')]]);
  });
  it('is kept when the session has ended, and sent when the same person is in again, also on a page that was loaded anew', async () => {
    const on = shelf();
    const queue = unsent(NAME, line([refused('signed-out')], on));
    queue.put([set('knownAs', 'a')], 'knownAs');
    queue.put([set('line', '9 Coble Row', 'home', 'h')], 'h.line');
    await queue.settled();
    expect([queue.state.value, queue.wishes.value.length]).toEqual(['ended', 2]);
    const other = line([], on);
    await unsent('unsent ABC somebody-else', other).settled();
    expect(other.sent).toEqual([]);
    const again = line([], on);
    const later = unsent(NAME, again);
    await later.settled();
    expect(again.sent).toEqual([[set('knownAs', 'a')], [set('line', '9 Coble Row', 'home', 'h')]]);
    expect([later.state.value, on.kept.size]).toEqual(['saved', 0]);
  });
  it('never lays a whole identity number on the shelf', async () => {
    const on = shelf();
    const queue = unsent(NAME, line([refused('signed-out')], on));
    queue.put([set('idNumber', '987-65-4329')], 'idNumber');
    queue.put([set('knownAs', 'a')], 'knownAs');
    await queue.settled();
    expect([...on.kept.values()].join()).not.toContain('4329');
    expect(queue.wishes.value).toHaveLength(2);
  });
  it('is not lost to a shelf that holds something else', async () => {
    for (const text of ['', 'nonsense', '{}', '[1, null, {"at": 3}]']) {
      const on = shelf();
      on.kept.set(NAME, text);
      const wire = line([], on);
      const queue = unsent(NAME, wire);
      queue.put([set('knownAs', 'a')], 'knownAs');
      await queue.settled();
      expect(wire.sent).toEqual([[set('knownAs', 'a')]]);
    }
  });
});

describe('what the page shows meanwhile', () => {
  const details = () => ({
    business: null,
    person: { id: 'me', knownAs: null, idNumber: null },
    request: [{ field: 'purpose', label: 'Purpose', options: [], value: null }],
    rows: { home: [{ id: 'h', line: 'Old Row', town: null }], debt: [] } as Record<string, DoorRow[]>,
  });
  const shown = (...changes: DetailChange[]) => withUnsent(details, shallowRef<Wish[]>([{ changes, at: '' }])).value;
  it('has what was said on top of what is with us', () => {
    expect(shown(set('knownAs', 'Pip')).person['knownAs']).toBe('Pip');
    expect(shown({ op: 'set', entity: 'request', id: null, field: 'purpose', value: 'Nets' }).request[0]?.value).toBe('Nets');
    expect(shown(set('town', 'Quillhaven', 'home', 'h')).rows['home']).toEqual([{ id: 'h', line: 'Old Row', town: 'Quillhaven' }]);
    expect(shown({ op: 'remove', entity: 'home', id: 'h' }).rows['home']).toEqual([]);
  });
  it('shows a new row with the fields that one may give, once', () => {
    const add: DetailChange = { op: 'add', entity: 'debt', id: 'd', values: { owners: 'me', lender: 'Skerry Bank' } };
    const [row, ...others] = shown(add, add).rows['debt'] ?? [];
    expect(others).toEqual([]);
    expect(row).toMatchObject({ id: 'd', lender: 'Skerry Bank', payment: null });
    expect(Object.keys(row ?? {})).not.toContain('owners');
  });
  it('shows of a hidden number its end, and of somebody else nothing', () => {
    expect(shown(set('idNumber', '987-65-4329')).person['idNumber']).toBe('4329');
    expect(shown(set('knownAs', 'x', 'person', 'another')).person).toEqual(details().person);
    expect(shown({ op: 'add', entity: 'asset', id: 'a', values: {} }).rows).toEqual(details().rows);
  });
});

describe('a form that the tab keeps', () => {
  it('has its entries again on a page that was loaded anew, and none once it is done', async () => {
    const on = shelf();
    const first = keptForm<{ name: string; sent: boolean }>('form', { name: '', sent: false }, on);
    first.values.name = 'Pip';
    first.values.sent = true;
    await Promise.resolve();
    const second = keptForm<{ name: string; sent: boolean }>('form', { name: '', sent: false }, on);
    expect(second.values).toEqual({ name: 'Pip', sent: true });
    second.drop();
    expect(on.kept.size).toBe(0);
    expect(keptForm<{ name: string; sent: boolean }>('form', { name: '', sent: false }, on).values).toEqual({ name: '', sent: false });
  });
  it('takes nothing of another kind from the shelf', () => {
    const on = shelf();
    for (const text of ['nonsense', '{"name": 3, "sent": "yes", "more": 1}']) {
      on.kept.set('form', text);
      expect(keptForm<{ name: string; sent: boolean }>('form', { name: '', sent: false }, on).values).toEqual({ name: '', sent: false });
    }
  });
});
