import { say } from '../../../basis/words/index';
import { assistanceLacks, assistanceOf, assistanceStanding } from '../../../insuring/assistance/index';
import { applicantOf, personName } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';

/** What is given towards a premium by income: worked, told to who applies, and read by them before a plan is chosen. */
export const assistance: PathPart = {
  code: 'assistance',
  entries(file, { today }) {
    const rules = file.product.cover?.assistance;
    if (!rules || file.covers.length === 0) return [];
    const applicant = applicantOf(file);
    const name = applicant ? personName(applicant) : '';
    const entry = { gate: 'details' as const, why: rules.why, personId: applicant?.id ?? null };
    const at = (anchor: string) => ({ place: { chapter: 'assistance' as const, anchor } });
    if (file.request.assistance === null)
      return [{ ...entry, ...at('assistance'), key: 'assistance:asked', what: say('path.assistanceAsked', { name }), holder: 'officer' }];
    const standing = assistanceStanding(file, assistanceOf(file, today));
    if (standing === 'entering') {
      const lack = assistanceLacks(file, today);
      return lack ? [{ ...entry, key: 'assistance:lacks', what: say('path.assistanceLacks', { what: lack.what }), holder: 'officer', place: lack.place }] : [];
    }
    const result = file.assistanceResult;
    if (standing === 'toGive')
      return [
        {
          ...entry,
          ...at('assistance-result'),
          key: 'assistance:give',
          what: result ? say('path.assistanceAnew', { name }) : say('path.assistanceGive', { name }),
          holder: 'officer',
          ...(result ? { since: result.givenAt } : {}),
        } satisfies Draft,
      ];
    if (standing === 'toRead' && result)
      return [
        {
          ...entry,
          ...at('assistance-result'),
          key: 'assistance:read',
          what: say('path.assistanceRead', { name }),
          holder: 'applicant',
          since: result.givenAt,
        },
      ];
    return [];
  },
  /** What was said of a year and never shown: the assistance that rests on it ends. */
  afterwards(file, { today, conditions }) {
    const rules = file.product.cover?.assistance;
    const late = conditions.filter(({ rule, state, until }) => rule?.subject === 'assistance' && state === 'outstanding' && until !== null && until < today);
    const [first] = late;
    if (!rules || !first || file.request.assistance !== 'asked' || file.policy?.state !== 'issued') return [];
    return [
      {
        key: 'assistance:late',
        gate: 'done',
        what: say('path.assistanceLate', { about: first.about, until: { day: first.until ?? '' } }),
        why: rules.why,
        holder: 'officer',
        place: { chapter: 'decision', anchor: 'policy' },
      },
    ];
  },
};
