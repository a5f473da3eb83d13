import { describe, expect, it } from 'vitest';
import { conditionsOf } from './index';
import { minor } from '../../basis/money/index';
import { type Exception, type Paper } from '../../file/state/index';
import { sampleFile } from '../../../test/sample';

const AT = '2026-03-02T09:00:00.000Z';
function paper(conditionKey: string, state: Paper['state'] = 'accepted', amount: number | null = null): Paper {
  return {
    id: `paper-${conditionKey}-${state}`,
    conditionKey,
    name: 'p.pdf',
    mediaType: 'application/pdf',
    bytes: 1,
    state,
    reason: null,
    addedAt: AT,
    addedBy: 'Wren',
    judgedBy: 'Wren',
    judgedAt: AT,
    proof: state === 'accepted' ? { page: 1, amount: amount === null ? null : minor(amount) } : null,
  };
}
const exception = (values: Partial<Exception>): Exception => ({
  id: 'exception-a',
  subject: 'figure:dtiAfter',
  value: null,
  reason: 'r',
  askedBy: 'Wren',
  askedAt: AT,
  answer: null,
  answeredBy: null,
  answeredAt: null,
  ...values,
});

describe('conditions', () => {
  it('one that no longer arises but has papers is shown as not needed', () => {
    const states = conditionsOf(sampleFile({ incomes: [], papers: [paper('income:income-a', 'received')] })).map(({ key, state }) => [key, state]);
    expect(states).toContainEqual(['income:income-a', 'notNeeded']);
  });
  it('an exception that was granted excuses it', () => {
    const states = conditionsOf(sampleFile({ exceptions: [exception({ subject: 'condition:identity:person-a', answer: 'granted' })] }));
    expect(states.find(({ key }) => key === 'identity:person-a')?.state).toBe('excused');
  });
});
