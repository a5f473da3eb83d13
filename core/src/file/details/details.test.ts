import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aHome, sampleFile } from '../../../test/sample';
import type { Field } from '../../basis/detail/index';
import {
  applyChange,
  applyChanges,
  BLANK_ROW,
  descriptionOf,
  differenceOf,
  fieldOf,
  PART_OF,
  ROW_ENTITIES,
  rowIn,
  subjectOf,
  takenBack,
  whatHangsOn,
  withDifference,
  type DetailChange,
  type FieldValue,
  type RowEntity,
} from './index';

const AT = '2026-03-01T10:00:00.000Z';

/** A value of a field's kind: what it says is not judged here. */
function valueOf({ kind }: Field): fc.Arbitrary<FieldValue> {
  if (kind === 'yesNo') return fc.boolean();
  if (kind === 'money' || kind === 'profit' || kind === 'whole') return fc.integer({ min: -100, max: 9_000_000 });
  if (kind === 'decimal' || kind === 'share' || kind === 'percent') return fc.double({ min: 0, max: 1, noNaN: true });
  return fc.string({ minLength: 4, maxLength: 12 });
}

/** Any change of any kind of row, of rows that are there, that aren't, and that others of the same series made. */
const anyChange: fc.Arbitrary<DetailChange> = fc.constantFrom<RowEntity>(...ROW_ENTITIES).chain((entity) => {
  const id = fc.constantFrom('p1', 'p2', 'n1', 'n2', 'n3');
  const stated = Object.entries(descriptionOf(entity).fields).filter(([, { by }]) => by !== 'program');
  const values = fc.record(Object.fromEntries(stated.map(([name, field]) => [name, valueOf(field)])), { requiredKeys: [] });
  return fc.oneof(
    fc.record({ op: fc.constant('add' as const), entity: fc.constant(entity), id, values: values as fc.Arbitrary<Record<string, FieldValue>> }),
    fc.record({ op: fc.constant('remove' as const), entity: fc.constant(entity), id }),
    fc
      .constantFrom(...stated)
      .chain(([field, described]) =>
        fc.record({ op: fc.constant('set' as const), entity: fc.constant(entity), id, field: fc.constant(field), value: fc.option(valueOf(described)) }),
      ),
  );
});

describe('a change put on a file', () => {
  const file = sampleFile({ homes: [aHome({ town: 'Quillhaven' })] });
  it('is told as a difference that makes the same file out of the one before', () => {
    fc.assert(
      fc.property(fc.array(anyChange, { maxLength: 12 }), (changes) => {
        const after = applyChanges(file, changes, AT);
        const sent = JSON.parse(JSON.stringify(differenceOf(file, after))) as ReturnType<typeof differenceOf>;
        expect(withDifference(file, sent)).toEqual(after);
      }),
    );
  });
  it('leaves what it doesn’t touch the very same', () => {
    const [home] = file.homes;
    const after = applyChange(file, { op: 'set', entity: 'home', id: home?.id ?? '', field: 'town', value: 'Tidewrack' }, AT);
    expect(after.people).toBe(file.people);
    expect(after.request).toBe(file.request);
    expect(file.homes[0]?.town).not.toBe('Tidewrack');
    expect(differenceOf(file, after)).toEqual({ rows: { homes: { put: [{ ...home, town: 'Tidewrack' }], gone: [] } }, parts: {} });
  });
  it('can be taken back, unless a hidden number goes with it', () => {
    fc.assert(
      fc.property(fc.array(anyChange, { maxLength: 6 }), anyChange, (before, change) => {
        const start = applyChanges(file, before, AT);
        const back = takenBack(start, change);
        const there = change.op === 'add' && rowIn(start, change.entity, change.id) !== undefined;
        if (!back || there) return;
        const again = applyChange(applyChange(start, change, AT), back, AT);
        const rows = (state: typeof start) => (state as unknown as Record<string, { id: string }[]>)[PART_OF[change.entity as RowEntity]] ?? [];
        const plain = (list: { id: string }[]) => list.map((row) => ({ ...row, createdAt: '' })).sort((a, b) => a.id.localeCompare(b.id));
        expect(plain(rows(again))).toEqual(plain(rows(start)));
      }),
    );
  });
  it('adds nothing twice, changes nothing that isn’t there, and knows no field that no description has', () => {
    const add: DetailChange = { op: 'add', entity: 'pet', id: 'n1', values: { kind: 'cat' } };
    const once = applyChange(file, add, AT);
    expect(applyChange(once, add, AT)).toBe(once);
    expect(applyChange(file, { op: 'remove', entity: 'pet', id: 'none' }, AT)).toBe(file);
    expect(applyChange(file, { op: 'set', entity: 'pet', id: 'none', field: 'kind', value: 'dog' }, AT)).toBe(file);
    expect(applyChange(file, { op: 'set', entity: 'request', id: null, field: 'constructor', value: 'x' }, AT)).toBe(file);
    expect(fieldOf('request', 'toString')).toBeUndefined();
  });
  it('keeps of a hidden number only its end', () => {
    const [person] = file.people;
    const after = applyChange(file, { op: 'set', entity: 'person', id: person?.id ?? '', field: 'idNumber', value: '987-65-4321' }, AT);
    expect(after.people[0]?.idNumber).toEqual({ tail: '4321' });
    expect(JSON.stringify(after)).not.toContain('98765');
    expect(takenBack(file, { op: 'set', entity: 'person', id: person?.id ?? '', field: 'idNumber', value: '987-65-4321' })).toBeNull();
  });
  it('is named as problems, history and conflicts know it', () => {
    expect(subjectOf({ op: 'set', entity: 'request', id: null, field: 'amount', value: 1 })).toBe('request/amount');
    expect(subjectOf({ op: 'set', entity: 'home', id: 'h', field: 'town', value: null })).toBe('home/h/town');
    expect(subjectOf({ op: 'remove', entity: 'home', id: 'h' })).toBe('home/h');
  });
});

describe('somebody who is taken out of a file', () => {
  it('takes along what says nothing without them, and owns nothing any more', () => {
    const owned = applyChanges(
      sampleFile(),
      [
        { op: 'add', entity: 'person', id: 'bram', values: { role: 'coApplicant', fullName: 'Bram Holm' } },
        { op: 'add', entity: 'person', id: 'pia', values: { role: 'dependant', fullName: 'Pia Holm', livesWith: 'bram' } },
        { op: 'add', entity: 'relation', id: 'r', values: { personId: 'bram', toId: 'pia', kind: 'parent' } },
        { op: 'add', entity: 'debt', id: 'd', values: { kind: 'creditCard', owners: 'bram pia' } },
      ],
      AT,
    );
    const after = applyChanges(owned, whatHangsOn(owned, 'person', 'bram'), AT);
    expect(after.relations.some(({ id }) => id === 'r')).toBe(false);
    expect(after.debts.find(({ id }) => id === 'd')?.owners).toBe('pia');
    expect(after.people.find(({ id }) => id === 'pia')?.livesWith).toBeNull();
  });
});

describe('descriptions', () => {
  it('have a blank row with every field of theirs, and no field twice by another name', () => {
    for (const entity of ROW_ENTITIES) {
      const { fields } = descriptionOf(entity);
      expect(Object.keys(BLANK_ROW[entity]).sort()).toEqual(Object.keys(fields).sort());
      const labels = Object.values(fields).map(({ label }) => label);
      expect(
        labels.filter((label, at) => !label || labels.indexOf(label) !== at),
        entity,
      ).toEqual([]);
    }
  });
});
