import { isAbroad } from '../../basis/postal/index';
import { say, type Words } from '../../basis/words/index';
import { agreementOf, matterOf } from '../../evidence/settling/index';
import { currentCheck, wantedChecks } from '../../evidence/checks/index';
import { youngChanges } from '../../people/contacts/index';
import { dayAt } from '../../basis/dates/index';
import { RISK_LEVELS, type RiskCode, type RiskLevel } from '../../file/product/index';
import { partiesOf, personName, type FileState, type Finding } from '../../file/state/index';
import type { Path } from '../path/index';
import type { IsoDate } from '../../basis/dates/index';

/** Where in a file something is found that may raise its risk, each in words. */
type Found = (file: FileState, path: Pick<Path, 'figures'>, today: IsoDate) => Words[];

/** Findings of the checks that count now, with whom they are about. */
const findingsOf = (file: FileState): { name: string; finding: Finding }[] =>
  wantedChecks(file).flatMap(({ person, rule: { kind } }) =>
    (currentCheck(file, person, kind)?.findings ?? []).map((finding) => ({ name: personName(person), finding })),
  );

/** Every factor that a product may rate. Which of them are, and how high, is the product's. Cavren's own list, after common practice; no source. */
const RISK_FACTORS: Record<RiskCode, Found> = {
  listed: (file) => findingsOf(file).flatMap(({ name, finding }) => (finding.kind === 'candidate' ? [say('risk.listed', { name, entry: finding.label })] : [])),
  unknownNumber: (file) =>
    findingsOf(file).flatMap(({ name, finding }) =>
      !finding.agrees && matterOf(finding) === 'numberUnknown' ? [say('risk.unknownNumber', { name, label: finding.label })] : [],
    ),
  exception: (file, { figures }) =>
    figures.figures.flatMap(({ verdict, measure, label }) =>
      (verdict === 'outside' || verdict === 'refer') && agreementOf(file, `figure:${measure}`).state === 'granted' ? [say('risk.exception', { label })] : [],
    ),
  referred: (_file, { figures }) => figures.figures.flatMap(({ verdict, label }) => (verdict === 'refer' ? [say('risk.referred', { label })] : [])),
  abroad: (file) =>
    partiesOf(file).flatMap((person) =>
      file.homes.some(({ personId, until, country }) => personId === person.id && until === null && isAbroad(country, file.pack.phoneRegion))
        ? [say('risk.abroad', { name: personName(person) })]
        : [],
    ),
  reachedAnew: (file, _path, today) =>
    youngChanges(file.contactChanges, today, (at) => dayAt(at, file.pack.timeZone)).flatMap(({ personId, field }) => {
      const person = file.people.find(({ id }) => id === personId);
      return person ? [say('risk.reachedAnew', { name: personName(person), field })] : [];
    }),
};

/** How risky a file is by its product's rules, and why, the gravest first. */
export interface RiskRating {
  level: RiskLevel;
  because: { level: RiskLevel; what: Words }[];
}

/**
 * The risk of a file: the highest level of any factor that its product rates and that is found in it; ordinary where none is.
 * @param path its figures against their limits. @param today for how long ago somebody was reached otherwise.
 */
export function riskOf(file: FileState, path: Pick<Path, 'figures'>, today: IsoDate): RiskRating {
  const because = Object.entries(file.product.deciding.risk).flatMap(([code, level]) =>
    RISK_FACTORS[code as RiskCode](file, path, today).map((what) => ({ level, what })),
  );
  because.sort((a, b) => RISK_LEVELS.indexOf(b.level) - RISK_LEVELS.indexOf(a.level));
  return { level: because[0]?.level ?? 'ordinary', because };
}
