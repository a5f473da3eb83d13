import { say } from '../../../basis/words/index';
import { coverProblems } from '../../../insuring/cover/index';
import type { PathPart } from '../entry';

/** What can't be covered as it is asked: ages, sums, occupations, and somebody covered twice. */
export const cover: PathPart = {
  code: 'cover',
  entries: (file, { today }) =>
    file.covers.flatMap((row) =>
      coverProblems(file, row, today).map(({ field, what }) => ({
        key: `cover:${field}:${row.id}`,
        gate: 'details',
        what,
        why: say('path.coverAsTheRulesHaveIt', { product: file.product.name }),
        holder: 'officer',
        personId: row.personId,
        since: row.createdAt,
        place: { chapter: 'cover', anchor: `${row.id}.${field}` },
      })),
    ),
};
