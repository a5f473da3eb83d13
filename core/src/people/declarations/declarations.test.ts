import type { Answer } from './fields';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { answerProblem, askedOf, endingAnswers } from './index';
import { computePath } from '../../gates/path/index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition, type Question } from '../../file/product/index';
import { person, product, sampleFile, TODAY } from '../../../test/sample';

const at = '2026-03-02T08:00:00.000Z';
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('questions', () => {
  const question = (code: string, values: Partial<Question> = {}): Question => ({
    code,
    phase: 'declaration',
    of: 'both',
    roles: ['applicant'],
    text: `${code}?`,
    answer: 'yesNo',
    before: 'details',
    why: 'asked',
    ...values,
  });
  const questions = [
    question('citizen', { phase: 'qualifying', of: 'person' }),
    question('permit', {
      phase: 'qualifying',
      answer: 'number',
      follows: { question: 'citizen', is: ['no'] },
      ends: { below: 12, says: 'the permit is too short.', reason: 'income' },
    }),
    question('bankrupt', { explain: ['yes'] }),
    question('company', { of: 'organisation' }),
  ];
  const answered = (values: Record<string, string>, explanation: string | null = null): FileState =>
    sampleFile({
      product: withProduct({ questions }),
      answers: Object.entries(values).map<Answer>(([code, value]) => ({ id: code, createdAt: at, personId: 'person-a', question: code, value, explanation })),
    });
  const asked = (file: FileState) => askedOf(file).map((entry) => entry.question.code);
  it('follow-ups come only when an answer calls for them, and the kind of asked fits', () => {
    expect(asked(answered({}))).toEqual(['citizen', 'bankrupt']);
    expect(asked(answered({ citizen: 'yes' }))).toEqual(['citizen', 'bankrupt']);
    expect(asked(answered({ citizen: 'no' }))).toEqual(['citizen', 'permit', 'bankrupt']);
    expect(asked({ ...answered({}), people: [person({ kind: 'organisation' })] })).toEqual(['bankrupt', 'company']);
  });
  it('an answer that ends the matter says so, and stands on the Path', () => {
    expect(endingAnswers(answered({ citizen: 'no', permit: '12' }))).toEqual([]);
    const file = answered({ citizen: 'no', permit: '7' });
    expect(endingAnswers(file)[0]).toMatchObject({ ends: 'the permit is too short.' });
    expect(computePath(file, TODAY).now[0]).toMatchObject({ key: 'ends:permit:person-a', what: expect.stringContaining('the permit is too short.') as string });
  });
  it('an answer that is left from before its question was asked ends nothing', () =>
    expect(endingAnswers(answered({ citizen: 'yes', permit: '7' }))).toEqual([]));
  it('a missing answer, then a missing explanation, is on the Path', () => {
    const keys = (file: FileState) => computePath(file, TODAY).now.map(({ key }) => key);
    expect(keys(answered({ citizen: 'yes' }))).toContain('answer:bankrupt:person-a');
    expect(keys(answered({ citizen: 'yes', bankrupt: 'yes' }))).toContain('explain:bankrupt:person-a');
    expect(keys(answered({ citizen: 'yes', bankrupt: 'yes' }, 'in 2020')).filter((key) => key.includes('bankrupt'))).toEqual([]);
    expect(keys(answered({ citizen: 'yes', bankrupt: 'no' })).filter((key) => key.includes('bankrupt'))).toEqual([]);
  });
  it.each<[Partial<Question>, string, boolean]>([
    [{ answer: 'yesNo' }, 'maybe', false],
    [{ answer: 'yesNo' }, 'no', true],
    [{ answer: 'number' }, '12.5', true],
    [{ answer: 'number' }, '-1', false],
    [{ answer: 'choice', options: ['a', 'b'] }, 'c', false],
    [{ answer: 'choice', options: ['a', 'b'] }, 'b', true],
  ])('%j answered %s', (values, value, right) => expect(answerProblem(question('x', values), value) === null).toBe(right));
});
