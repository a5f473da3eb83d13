import { always, code, describeDetail, person, text, type RowOf } from '../../basis/detail/index';

/** What somebody answered to a question of the product; which values it takes is the question's. */
export const ANSWER = describeDetail({
  word: 'answer',
  chapter: 'declarations',
  part: 'answers',
  table: 'answer',
  owner: 'personId',
  rowsBy: 'applicant',
  fields: {
    personId: always(person('Who'), ''),
    question: always(
      code('Question', 30, { by: 'applicant', pattern: { test: (asked) => /^[a-zA-Z0-9]{2,30}$/.test(asked), says: 'There is no such question' } }),
      '',
    ),
    value: text('Answer', 60, { by: 'applicant' }),
    explanation: text('Explanation', 600, { by: 'applicant' }),
  },
});
export type Answer = RowOf<typeof ANSWER>;
