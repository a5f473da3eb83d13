import { fieldOf, type Entity } from '@cavren/core';

const UNIT_AFTER: Partial<Record<string, string>> = { share: ', %', percent: ', %' };

const UNIT_IN_LABEL: Partial<Record<string, string>> = { kilograms: ' in kg', centimetres: ' in cm', squareFeet: ' in square feet' };

/** What a field is called on the screen: its label, with the unit where a bare number is typed. */
export function labelOf(entity: Entity, field: string): string {
  const described = fieldOf(entity, field);
  if (!described) return field;
  return `${described.label}${UNIT_AFTER[described.kind] ?? ''}${UNIT_IN_LABEL[described.unit ?? ''] ?? ''}`;
}

/** The label as it stands in the middle of a sentence. */
export function labelInside(entity: Entity, field: string): string {
  const label = fieldOf(entity, field)?.label ?? field;
  return label.charAt(0).toLowerCase() + label.slice(1);
}
