import { say, type Words } from '../../basis/words/index';
import type { ProductDefinition } from '../../file/product/index';

/** A fee as it is told before anybody pays. */
export interface FeeTold {
  label: string;
  amount: number;
  each: 'file' | 'adult' | 'pet' | 'vehicle';
  back: 'kept' | 'unlessDecided' | 'givenBack';
  why: string;
}

/** By what everybody who asks for it is judged, and what is asked of them, as the version of a product has it. */
export interface Criteria {
  /** From when on it is offered so. */
  since: string;
  version: number;
  rules: Words[];
  fees: FeeTold[];
}

/** The criteria of a product that lets: the same for all, told before anybody pays, and kept with a file by its version. */
export function criteriaOf(product: ProductDefinition): Criteria {
  const { lease, draw, limits, household, histories, checks, questions, version, offer } = product;
  const ending = questions.flatMap(({ ends }) => (ends ? [ends.says] : []));
  const years = histories.home?.years;
  return {
    since: offer.from,
    version,
    rules: [
      ...limits.flatMap(({ rule, withDeposit }) => [rule, ...(withDeposit ? [withDeposit.rule] : [])]),
      ...(lease?.occupancy ? [lease.occupancy.why] : []),
      ...(lease?.pets
        ? [say('lease.criteriaPets', { most: lease.pets.most, weight: lease.pets.weightMost })]
        : lease?.residential
          ? [say('lease.noPets')]
          : []),
      ...(household.adultsMustApply ? [household.why] : []),
      ...(years === undefined ? [] : [say('lease.criteriaHomes', { years })]),
      ...(lease?.references ? [say('references.criteria', { years: lease.references.years })] : []),
      ...(checks.length > 0 ? [say('lease.criteriaChecks', { checks: { all: [...new Set(checks.map(({ label }) => label))], by: 'and' } })] : []),
      ...ending,
      ...(draw?.preferences ?? []).map(({ label, points, why }) => say('rounds.criteria', { label, points, why })),
      ...(draw ? [draw.why] : []),
    ],
    fees: (lease?.fees ?? []).map(({ label, amount, each, back, why }) => ({ label, amount, each, back, why })),
  };
}
