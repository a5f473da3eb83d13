import { say } from '../../../basis/words/index';
import { personName, type FileState } from '../../../file/state/index';
import { lettingName, lettingsOf, tenantsOf } from '../../../leasing/references/index';
import type { Draft, PathPart } from '../entry';

/** Earlier lettings, about each of which whoever let it is asked. */
export const references: PathPart = { code: 'references', entries: referenceEntries };

function referenceEntries(file: FileState): Draft[] {
  const rule = file.product.lease?.references;
  if (!rule) return [];
  return lettingsOf(file).flatMap<Draft>((letting) => {
    const { home, tenants, referee, reference } = letting;
    const base = { gate: rule.before, why: rule.why, personId: tenants[0]?.id ?? null };
    const at = lettingName(letting);
    const name = tenantsOf(letting);
    const asks = { chapter: 'home' as const, anchor: `letting.${home.id}` };
    if (!referee)
      return [
        {
          ...base,
          key: `referee:${home.id}`,
          what: say('path.nameReferee', { home: at, name }),
          holder: 'officer',
          place: { chapter: 'home', anchor: `${home.id}.refereeId` },
        },
      ];
    const who = personName(referee);
    if (!reference) return [{ ...base, key: `letting:${home.id}`, what: say('path.askReferee', { home: at, name, who }), holder: 'officer', place: asks }];
    if (reference.state === 'asked')
      return [
        {
          ...base,
          key: `reference:${reference.id}`,
          what: say('path.refereeAsked', { home: at, name, who }),
          holder: 'service',
          holderName: who,
          since: reference.askedAt,
          place: asks,
        },
      ];
    if (reference.state === 'declined')
      return [{ ...base, key: `reference:${reference.id}`, what: say('path.refereeDeclined', { home: at, name, who }), holder: 'officer', place: asks }];
    return [];
  });
}
