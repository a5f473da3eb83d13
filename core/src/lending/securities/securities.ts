import { say, type Words } from '../../basis/words/index';
import { SECURITY_KIND_LABEL } from './fields';
import type { Security } from './fields';
import type { Term } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';
import { scaled } from '../../basis/money/index';

type SecurityInput = Pick<FileState, 'product' | 'securities'>;

const valued = (file: SecurityInput): Security[] => file.securities.filter(({ value }) => value !== null);

const nameOf = ({ kind, description }: Security): string => description ?? SECURITY_KIND_LABEL[kind ?? 'other'];

const lineOf = (security: Security, field: 'value' | 'priorCharges', label: Words): Term => ({
  label,
  sign: '+',
  value: security[field] ?? 0,
  unit: 'money',
  place: { chapter: 'request', anchor: `${security.id}.${field}` },
});

/** What the securities are worth, a line each. */
export const valueTerms = (file: SecurityInput): Term[] => valued(file).map((security) => lineOf(security, 'value', nameOf(security)));

/** What is charged on them already, a line each that has any. */
export function priorChargeTerms(file: SecurityInput): Term[] {
  return valued(file)
    .filter(({ priorCharges }) => (priorCharges ?? 0) > 0)
    .map((security) => lineOf(security, 'priorCharges', say('securities.chargesBeforeOurs2', { security: nameOf(security) })));
}

/**
 * What each security may be lent on: its value at the product's share for its kind, rounded half away from zero, less the
 * charges that stand before; never less than nothing.
 */
export function lendingValueTerms(file: SecurityInput): Term[] {
  const shares = file.product.costs?.securities ?? {};
  return valued(file).map((security) => {
    const share = shares[security.kind ?? ''] ?? 0;
    const counted = scaled(security.value ?? 0, share);
    const charged = Math.min(counted, security.priorCharges ?? 0);
    const atShare: Term = {
      label: say('securities.valueAtItsShare'),
      sign: '+',
      value: counted,
      unit: 'money',
      terms: [lineOf(security, 'value', say('securities.value')), { label: say('securities.shareLentOn'), sign: '×', value: share, unit: 'ratio' }],
    };
    const before: Term = {
      ...lineOf(security, 'priorCharges', say('securities.chargesBeforeOurs')),
      sign: '−',
      value: charged,
      ...(charged < (security.priorCharges ?? 0) ? { note: say('securities.noMoreThanThere') } : {}),
    };
    return {
      label: nameOf(security),
      sign: '+',
      value: counted - charged,
      unit: 'money',
      place: { chapter: 'request', anchor: `${security.id}.value` },
      terms: charged > 0 ? [atShare, before] : [atShare],
    };
  });
}
