import { applyChange, applyChanges, subjectOf, type DetailChange, type FileState } from '@cavren/core';
import { describe, expect, it } from 'vitest';
import { sampleFile } from '../../core/test/sample';
import { daysUntil } from '../src/files/words';
import { showFigure, showValue } from '../src/affordability/words';

describe('changes on top of what the server has', () => {
  const AT = '2026-03-02T09:00:00.000Z';
  const changed = (change: DetailChange): FileState => applyChange(sampleFile(), change, AT);
  it('set a field of the request or of a row', () => {
    expect(changed({ op: 'set', entity: 'request', id: null, field: 'termMonths', value: 72 }).request.termMonths).toBe(72);
    expect(changed({ op: 'set', entity: 'income', id: 'income-a', field: 'source', value: 'Cannery' }).incomes[0]?.source).toBe('Cannery');
  });
  it('never put a hidden number on the screen whole', () => {
    expect(changed({ op: 'set', entity: 'person', id: 'person-a', field: 'idNumber', value: '987-65-4329' }).people[0]?.idNumber).toEqual({ tail: '4329' });
  });
  it('add a row once and remove it', () => {
    const add = { op: 'add' as const, entity: 'debt' as const, id: 'debt-c', values: { lender: 'C' } };
    const file = applyChanges(sampleFile(), [add, add], AT);
    expect(file.debts.map(({ id }) => id)).toEqual(['debt-a', 'debt-b', 'debt-c']);
    expect(file.debts[2]).toMatchObject({ lender: 'C', payment: null, cleared: false });
    expect(applyChange(file, { op: 'remove', entity: 'debt', id: 'debt-b' }, AT).debts.map(({ id }) => id)).toEqual(['debt-a', 'debt-c']);
  });
  it('leave everything as it is when the row has gone meanwhile', () => {
    expect(changed({ op: 'set', entity: 'debt', id: 'gone', field: 'lender', value: 'X' }).debts).toEqual(sampleFile().debts);
  });
  it('are named as the history names them', () => {
    expect(subjectOf({ op: 'set', entity: 'request', id: null, field: 'price', value: 1 })).toBe('request/price');
    expect(subjectOf({ op: 'set', entity: 'home', id: 'h', field: 'since', value: null })).toBe('home/h/since');
    expect(subjectOf({ op: 'remove', entity: 'home', id: 'h' })).toBe('home/h');
  });
});

describe('words', () => {
  it('say deadlines as people do', () => {
    expect(daysUntil('2026-03-02', '2026-03-02')).toEqual({ text: 'today', late: false });
    expect(daysUntil('2026-03-03', '2026-03-02')).toEqual({ text: 'tomorrow', late: false });
    expect(daysUntil('2026-02-27', '2026-03-02')).toEqual({ text: '3 days late', late: true });
  });
  it('write figures with their unit, and nothing as nothing', () => {
    expect(showValue(0.2389, 'ratio', 'USD')).toBe('23.89 %');
    expect(showValue(74_694, 'money', 'USD')).toBe('$746.94');
    expect(
      showFigure(
        { measure: 'ltv', label: '', means: '', unit: 'ratio', value: null, waitingFor: 'the price', limit: null, verdict: 'noLimit', terms: [] },
        'USD',
      ),
    ).toBe('—');
  });
});
