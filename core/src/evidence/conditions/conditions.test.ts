import { describe, expect, it } from 'vitest';
import { conditionsOf } from './index';
import { exception, paper, sampleFile } from '../../../test/sample';

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
