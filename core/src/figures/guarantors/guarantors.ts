import { say, type Words } from '../../basis/words/index';
import type { IsoDate } from '../../basis/dates/index';
import { figuresFor, type AffordabilityInput, type Figure } from '../affordability/index';
import { namedOwners } from '../../means/commitments/index';
import { livingTogether } from '../../people/household/index';
import { plays, personName } from '../../file/state/index';
import type { FilePerson } from '../../people/people/index';

/** What somebody who stands surety is measured by, as though they alone had to carry what is asked for. */
export interface GuarantorSheet {
  personId: string;
  name: string;
  /** Why there is such a sheet, as the product says. */
  why: Words;
  figures: Figure[];
}

/** A figure that an exception can be about, and what it is called where it stands. */
export interface AskedFigure {
  /** Names it in exceptions and on the Path. */
  subject: string;
  label: Words;
  figure: Figure;
  /** The guarantor that it is of; null for the file's own. */
  personId: string | null;
}

export const ownFigures = (figures: readonly Figure[]): AskedFigure[] =>
  figures.map((figure) => ({ subject: `figure:${figure.measure}`, label: figure.label, figure, personId: null }));

export const figuresOfSheet = ({ personId, name, figures }: GuarantorSheet): AskedFigure[] =>
  figures.map((figure) => ({
    subject: `figure:${figure.measure}:${personId}`,
    label: say('path.figureOfGuarantor', { name, label: figure.label }),
    figure,
    personId,
  }));

/** The figure that an exception is about; undefined where the file has none such. */
export const figureAbout = (file: { figures: { figures: Figure[] }; guarantors: readonly GuarantorSheet[] }, subject: string): AskedFigure | undefined =>
  [...ownFigures(file.figures.figures), ...file.guarantors.flatMap(figuresOfSheet)].find((asked) => asked.subject === subject);

/**
 * A sheet for each guarantor of a file: all of what is asked for beside what is their own, with the product's measures and
 * limits for them. Their income, home, debts and assets count in full; living costs that were declared count where they
 * live with the applicants, else those of the benchmark for who lives with them.
 */
export function guarantorSheets(file: AffordabilityInput, today: IsoDate): GuarantorSheet[] {
  const rule = file.product.guarantor;
  if (!rule) return [];
  return file.people
    .filter((person) => plays(person, ['guarantor']))
    .map((person) => ({ personId: person.id, name: personName(person), why: rule.why, figures: figuresFor(asTheirs(file, person), today, rule.measures) }));
}

/** The file as it would be if one person alone asked for everything. */
function asTheirs(file: AffordabilityInput, surety: FilePerson): AffordabilityInput {
  const { product } = file;
  const beside = new Set(
    livingTogether(file)
      .find(({ people }) => people.some(({ id }) => id === surety.id))
      ?.people.map(({ id }) => id),
  );
  const people = file.people.map((person): FilePerson => {
    if (person.id === surety.id) return { ...person, role: 'applicant', alsoRoles: null };
    return { ...person, role: beside.has(person.id) ? 'householdMember' : 'contact', alsoRoles: null };
  });
  const theirs = <Row extends { owners: string | null }>(rows: readonly Row[]): Row[] => rows.filter((row) => namedOwners(row).includes(surety.id));
  const withApplicants = file.people.some((person) => beside.has(person.id) && plays(person, ['applicant', 'coApplicant']));
  const counts = { applicant: { income: 1, housing: 1, debts: 1, worth: 1 } };
  return {
    ...file,
    staysHome: true,
    people,
    incomes: file.incomes.filter(({ personId }) => personId === surety.id),
    debts: theirs(file.debts),
    assets: theirs(file.assets),
    livingCosts: withApplicants ? file.livingCosts : [],
    product: {
      ...product,
      measures: product.guarantor?.measures ?? [],
      limits: product.guarantor?.limits ?? [],
      household: { ...product.household, counts },
    },
  };
}
