import type { PathEntry } from '@cavren/core';
import { describe, expect, it } from 'vitest';
import { groupsOf, presses } from '../src/path/groups';

const entry = (key: string, personId: string | null, why = 'a rule'): PathEntry => ({
  key,
  gate: 'details',
  what: key,
  why,
  holder: 'officer',
  holderName: null,
  personId,
  since: '2026-03-02T09:00:00.000Z',
  due: null,
  place: { chapter: 'people', anchor: key },
});

describe('the Path by person and kind', () => {
  it('keeps what comes first first, and brings together what is of one kind about one person', () => {
    const groups = groupsOf([
      entry('consent:a.data', 'a'),
      entry('field:price', null),
      entry('consent:b.data', 'b'),
      entry('answer:a.tax', 'a', 'asked of everybody'),
      entry('consent:a.lookUp', 'a'),
    ]);
    expect(groups.map(({ personId, kinds }) => [personId, kinds.map(({ kind, entries }) => `${kind} ${entries.length}`)])).toEqual([
      ['a', ['consent 2', 'answer 1']],
      [null, ['field 1']],
      ['b', ['consent 1']],
    ]);
  });
  it('says a rule once where it is behind all of a kind, and at each where they differ', () => {
    const [same] = groupsOf([entry('consent:1', 'a'), entry('consent:2', 'a')]);
    const [other] = groupsOf([entry('consent:1', 'a'), entry('consent:2', 'a', 'another rule')]);
    expect([same?.kinds[0]?.why, other?.kinds[0]?.why]).toEqual(['a rule', null]);
  });
  it('leaves nothing out and doubles nothing', () => {
    const entries = Array.from({ length: 40 }, (_, at) => entry(`${['need', 'check', 'answer'][at % 3] ?? ''}:${at}`, [null, 'a', 'b', 'c'][at % 4] ?? null));
    const shown = groupsOf(entries).flatMap(({ kinds }) => kinds.flatMap((kind) => kind.entries));
    expect(shown.map(({ key }) => key).sort()).toEqual(entries.map(({ key }) => key).sort());
  });
  it('has a deadline press from two days before on, and when it is past', () => {
    const on = (due: string | null): boolean => presses({ due: due as PathEntry['due'] }, '2026-03-02');
    expect(['2026-03-01', '2026-03-02', '2026-03-04', '2026-03-05', null].map(on)).toEqual([true, true, true, false, false]);
  });
});
