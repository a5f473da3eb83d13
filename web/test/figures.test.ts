import { applyChange, BLANK_ROW, PART_OF, takenBack, type FileState, type Term } from '@cavren/core';
import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { describe, expect, it } from 'vitest';
import { FIELDS } from '@cavren/contract';
import { inOneLine, showValue, VERDICT_MARK } from '../src/affordability/words';
import { ownerOptions } from '../src/file/options';
import { showHistoryValue } from '../src/history/words';
import { pack, person, product, sampleFile } from '../../core/test/sample';

describe('figures in words', () => {
  const line = (sign: Term['sign'], value: number, unit: Term['unit']): Term => ({ label: '', sign, value, unit });
  it('an arithmetic stands in one line, without what only stands beside it', () => {
    const terms = [line('+', 3460, 'money'), line('×', 36, 'count'), line('·', 9900, 'money'), line('÷', 12, 'count')];
    expect(inOneLine(terms, 'USD')).toBe('$34.60 × 36 ÷ 12');
    expect(inOneLine([line('−', 500, 'money'), line('+', 700, 'money')], 'USD')).toBe('−$5.00 + $7.00');
  });
  it('a sum that is multiplied or divided afterwards stands in brackets', () => {
    expect(inOneLine([line('+', 5000, 'money'), line('+', 7000, 'money'), line('÷', 24, 'count')], 'USD')).toBe('($50.00 + $70.00) ÷ 24');
    expect(inOneLine([line('+', 1, 'count'), line('×', 2, 'count'), line('−', 3, 'count'), line('×', 4, 'count')], 'USD')).toBe('(1 × 2 − 3) × 4');
  });
  it('what stands in one line comes to what the lines come to, as a spreadsheet reads it', () => {
    const STEP: Record<Term['sign'], (so: number, value: number) => number> = {
      '+': (so, value) => so + value,
      '−': (so, value) => so - value,
      '×': (so, value) => so * value,
      '÷': (so, value) => so / value,
      '·': (so) => so,
    };
    const parts = fc.array(fc.record({ sign: fc.constantFrom<Term['sign']>('+', '−', '×', '÷', '·'), value: fc.integer({ min: 1, max: 60 }) }), {
      minLength: 1,
      maxLength: 7,
    });
    fc.assert(
      fc.property(parts, (rest) => {
        const terms = [line('+', 7, 'count'), ...rest.map(({ sign, value }) => line(sign, value, 'count'))];
        const formula = `=${inOneLine(terms, 'USD').replaceAll('×', '*').replaceAll('÷', '/').replaceAll('−', '-')}`;
        const sheet = HyperFormula.buildFromArray([[formula]], { licenseKey: 'gpl-v3' });
        const read = sheet.getCellValue({ sheet: 0, row: 0, col: 0 });
        sheet.destroy();
        // The spreadsheet keeps a number to about eleven digits, whatever its size.
        const worked = terms.reduce((so, { sign, value }) => STEP[sign](so, value), 0);
        expect(Math.abs(Number(read) - worked)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(worked)));
      }),
      { numRuns: 60 },
    );
  });
  it('each unit has its way: multiples, months, factors with all their digits', () => {
    expect(showValue(3.9574, 'times', 'USD')).toBe('3.96 ×');
    expect([showValue(1, 'months', 'USD'), showValue(2.4567, 'months', 'USD')]).toEqual(['1 month', '2.46 months']);
    expect(showValue(0.015561234567, 'count', 'USD')).toBe('0.015561234567');
  });
  it('a figure that an approver has to weigh is marked neither settled nor blocked', () => {
    expect(VERDICT_MARK).toEqual({ inside: 'settled', refer: 'waiting', outside: 'blocked', noLimit: 'none', unknown: 'none' });
  });
});

describe('rows of a file on the desk', () => {
  const KINDS = Object.keys(PART_OF) as (keyof typeof PART_OF)[];
  it('a blank row has every field that can be keyed', () => {
    for (const kind of KINDS) expect([kind, Object.keys(BLANK_ROW[kind])]).toEqual([kind, expect.arrayContaining(Object.keys(FIELDS[kind]))]);
  });
  it('a row that was taken away comes back as it was', () => {
    const file: FileState = sampleFile();
    for (const [entity, id] of [
      ['income', 'income-a'],
      ['debt', 'debt-b'],
      ['asset', 'asset-a'],
    ] as const) {
      const before = structuredClone(file[PART_OF[entity]].find((row) => row.id === id));
      const back = takenBack(file, { op: 'remove', entity, id });
      const without = applyChange(file, { op: 'remove', entity, id }, '');
      expect(without[PART_OF[entity]].some((row) => row.id === id)).toBe(false);
      if (!back) throw new Error('it can be taken back');
      expect(applyChange(without, back, '2026-03-02T09:00:00.000Z')[PART_OF[entity]].find((row) => row.id === id)).toEqual({
        ...before,
        createdAt: expect.any(String) as string,
      });
    }
  });
  it('what is owed or owned can be one person’s or two people’s, never a dependant’s', () => {
    const people = [
      person(),
      person({ id: 'person-b', role: 'coApplicant', fullName: 'Per Holm', knownAs: 'Pelle' }),
      person({ id: 'person-c', role: 'dependant' }),
    ];
    expect(ownerOptions(sampleFile({ people }))).toEqual([
      { value: 'person-a', label: 'Ida Holm' },
      { value: 'person-b', label: 'Per Holm' },
      { value: 'person-a person-b', label: 'Ida and Pelle' },
    ]);
  });
  it('the history says what was consented to, and how, in the words of product and place', () => {
    const file = sampleFile({ pack: { ...pack, languages: [{ code: 'es', label: 'Spanish' }] } });
    const [consent] = product.consents;
    const said = showHistoryValue({ act: 'consent.record', subject: 'person/person-a' }, `${consent?.kind ?? ''}, version 2026-1, es, frontDoor`, file);
    expect(said).toBe(`${consent?.label ?? ''}, version 2026-1, Spanish, at the front door`);
  });
  it('the history of a file from New Zealand has its dates and its money', () => {
    const file = sampleFile({ pack: { ...pack, dateOrder: 'dmy', locale: 'en-NZ', currency: 'NZD' } });
    const entry = (subject: string) => ({ act: 'details.set', subject }) as Parameters<typeof showHistoryValue>[0];
    expect(showHistoryValue(entry('work/w1/since'), '2026-03-02', file)).toBe('2 Mar 2026');
    expect(showHistoryValue(entry('request/amount'), '3000000', file)).toMatch(/^(NZ)?\$30,000\.00$/);
  });
  it('the history shows whose something is by name, and a loss as money', () => {
    const entry = (subject: string) => ({ act: 'details.set', subject }) as Parameters<typeof showHistoryValue>[0];
    const file = sampleFile({ people: [person(), person({ id: 'person-b', fullName: 'Per Holm' })] });
    expect(showHistoryValue(entry('debt/d1/owners'), 'person-a person-b', file)).toBe('Ida Holm and Per Holm');
    expect(showHistoryValue(entry('income/i1/profitLatest'), '-30000', file)).toBe('-$300.00');
  });
});
