import { descriptionOf, DETAILS, ENTITIES, type Description, type Entity, type Field, type RowOf, type StatedIn } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, Money, OwnerIds, Profit, StatedDate, Time, isSeen, line } from '../values/index';

const choicesOf = ({ words = {} }: Field): [string, ...string[]] => Object.keys(words) as [string, ...string[]];

function numberOf({ form, least, most, places }: Field): z.ZodNumber {
  let schema: z.ZodNumber = places === 0 ? z.int(form) : z.number(form);
  if (least) schema = schema.min(least.value, least.says);
  if (most) schema = schema.max(most.value, most.says);
  return places !== undefined && places > 0 && places < 6 ? schema.multipleOf(10 ** -places, `At most ${places === 2 ? 'two' : places} decimals`) : schema;
}

/** A text in the one way of writing in which it is kept, and of the form that it must have. */
function formed({ tidy, pattern }: Field, schema: z.ZodType<string>): z.ZodType<string> {
  const tidied = tidy ? schema.transform(tidy) : schema;
  return pattern ? tidied.refine((text) => pattern.test(text), pattern.says) : tidied;
}

/** What is written and read back in one form. */
const SAME_BOTH_WAYS = { money: Money, profit: Profit, date: CalendarDate, yesNo: z.boolean() } as const;

function written(field: Field): z.ZodType {
  const most = field.length ?? 4000;
  switch (field.kind) {
    case 'money':
    case 'profit':
    case 'yesNo':
      return SAME_BOTH_WAYS[field.kind];
    case 'date':
      return StatedDate;
    case 'whole':
    case 'decimal':
    case 'share':
    case 'percent':
      return numberOf(field);
    case 'choice':
      return field.words ? z.enum(choicesOf(field)) : line(most);
    case 'person':
      return Id;
    case 'people':
      return OwnerIds;
    case 'email':
      return z.email('An e-mail address looks like name@example.org').max(most, `At most ${most} characters`);
    case 'code':
      return formed(
        field,
        z
          .string()
          .min(1)
          .max(most, `At most ${most.toLocaleString('en-US')} characters`),
      );
    case 'text':
    case 'phone':
    case 'hidden':
      return formed(
        field,
        field.multiline ? z.string().trim().max(most, `At most ${most} characters`).refine(isSeen, 'Type something that can be seen') : line(most),
      );
  }
}

function readBack(field: Field): z.ZodType {
  switch (field.kind) {
    case 'money':
    case 'profit':
    case 'date':
    case 'yesNo':
      return SAME_BOTH_WAYS[field.kind];
    case 'whole':
      return z.int();
    case 'decimal':
    case 'share':
    case 'percent':
      return z.number();
    case 'hidden':
      return z.object({ tail: z.string(), mark: z.string().optional() });
    case 'choice':
      return field.words ? z.enum(choicesOf(field)) : z.string();
    default:
      return z.string();
  }
}

const emptied = (field: Field, schema: z.ZodType): z.ZodType => (field.empties ? schema.nullable() : schema);

/** What may be written into each field of a kind of row. */
const fieldsOf = ({ fields }: Description): Record<string, z.ZodType> =>
  Object.fromEntries(
    Object.entries(fields)
      .filter(([, { by }]) => by !== 'program')
      .map(([name, field]) => [name, emptied(field, written(field))]),
  );

/** The fields of every kind of row, and the rule for each: read by the server on every write and by the screens. */
export const FIELDS = Object.fromEntries(ENTITIES.map((entity) => [entity, fieldsOf(descriptionOf(entity))])) as Record<Entity, Record<string, z.ZodType>>;

/** The rule for what may be written into a field; undefined where there is no such field. */
export const fieldSchema = (entity: Entity, name: string): z.ZodType | undefined => (Object.hasOwn(FIELDS[entity], name) ? FIELDS[entity][name] : undefined);

type Shape<Values> = { [Name in keyof Values]: z.ZodType<Values[Name]> };
type Described = (typeof DETAILS)[Entity];

const shapeOf = ({ fields }: Description): Record<string, z.ZodType> =>
  Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, emptied(field, readBack(field))]));

/** What is stated in a row, as it is read back. */
export function statedSchema<Of extends Described>(description: Of): z.ZodObject<Shape<StatedIn<Of>>> {
  return z.object(shapeOf(description)) as unknown as z.ZodObject<Shape<StatedIn<Of>>>;
}

/** A row as it is read back. */
export function rowSchema<Of extends Described>(description: Of): z.ZodObject<Shape<RowOf<Of>>> {
  return z.object({ id: z.string(), createdAt: Time, ...shapeOf(description) }) as unknown as z.ZodObject<Shape<RowOf<Of>>>;
}
