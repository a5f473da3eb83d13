import { FIELDS } from '@cavren/contract';
import { identityNumberProblem, normalizeNumber, readPhone, type Entity, type FileState, type IsoDate } from '@cavren/core';

export type Judged = { value: unknown } | { problem: string };

/**
 * Judges one value for a field: its form by the contract, then what only the file, the place or today can say.
 * @returns the value as it is kept, or what is wrong with it.
 */
export function judgeField(file: Pick<FileState, 'pack' | 'people' | 'product'>, entity: Entity, field: string, raw: unknown, today: IsoDate): Judged {
  const schema = FIELDS[entity][field];
  if (!schema) return { problem: `There is no field ${field} here` };
  const parsed = schema.safeParse(raw === '' ? null : raw);
  if (!parsed.success) return { problem: parsed.error.issues[0]?.message ?? 'This can’t be right' };
  const value: unknown = parsed.data === '' ? null : parsed.data;
  if (value === null) return { value };
  const problem = furtherProblem(file, entity, field, value, today);
  if (problem) return { problem };
  return { value: kept(file, field, value) };
}

function furtherProblem(file: Pick<FileState, 'pack' | 'people' | 'product'>, entity: Entity, field: string, value: unknown, today: IsoDate): string | null {
  switch (`${entity}.${field}`) {
    case 'person.birthDate':
      if ((value as string) >= today) return 'A birth date lies in the past';
      return (value as string) < '1900-01-01' ? 'This birth date is before 1900' : null;
    case 'home.since':
    case 'home.until':
    case 'income.since':
      return (value as string) > today ? 'This date lies in the future' : null;
    case 'person.idNumber':
      return identityNumberProblem(file.pack.identityNumber.kind, value as string, file.pack.identityNumber.unissuedAllowed)?.message ?? null;
    case 'person.phone':
      return readPhone(value as string, file.pack.phoneRegion) ? null : 'This is no phone number: give it with its area code, or with + and the country code';
    case 'home.personId':
    case 'income.personId':
      return file.people.some(({ id }) => id === value) ? null : 'This person is not in the file';
    case 'request.purpose':
      return file.product.purposes.includes(value as string) ? null : 'Choose one of the purposes';
    default:
      return null;
  }
}

function kept(file: Pick<FileState, 'pack'>, field: string, value: unknown): unknown {
  if (field === 'idNumber') return normalizeNumber(value as string);
  if (field === 'phone') return readPhone(value as string, file.pack.phoneRegion);
  return value;
}
