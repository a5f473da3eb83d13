import fc from 'fast-check';
import { MAX_AMOUNT } from '../src/basis/money/index';
import type { Field } from '../src/basis/detail/index';
import { addDays } from '../src/basis/dates/index';
import { BLANK_ROW, descriptionOf, PART_OF, ROW_ENTITIES, type RowEntity } from '../src/file/details/index';
import type { PlacePack, ProductDefinition } from '../src/file/product/index';
import type { FileState } from '../src/file/state/index';
import { ROLES } from '../src/people/people/index';
import { sampleFile, shippedPlace, shippedProduct, TODAY } from './sample';

/** The most that can be keyed as money, in minor units. */
export const MOST_MONEY = Number(MAX_AMOUNT);
const DAYS = 40_000;

/** The choices that a product or place gives, where the description leaves them to it. */
function listedOf(product: ProductDefinition, pack: PlacePack, entity: string, field: string): string[] {
  const key = `${entity}.${field}`;
  if (key === 'part.kind') return product.costs?.parts.map(({ kind }) => kind) ?? ['level'];
  if (key === 'part.every') return product.costs?.every ?? ['month'];
  const { lines, plans = [], waitingDays = [], benefitMonths = [], occupations = [], assistance } = product.cover ?? {};
  if (key === 'cover.plan') return plans.map(({ code }) => code);
  if (key === 'cover.waitingDays') return waitingDays.map(String);
  if (key === 'cover.benefitMonths') return benefitMonths.map(String);
  if (key === 'cover.occupation') return occupations.map(({ code }) => code);
  if (key === 'deduction.code') return assistance?.deductions.map(({ code }) => code) ?? [];
  if (key === 'request.premiumMode') return product.cover?.modes.map(({ code }) => code) ?? [];
  if (lines && key === 'coverLine.item') return lines.items.map(({ code }) => code);
  if (lines && key === 'coverLine.place') return lines.places.map(({ code }) => code);
  if (lines && key === 'coverLine.level') return lines.levels.map(({ code }) => code);
  if (lines && key === 'coverLine.agent') return lines.agents.map(({ code }) => code);
  if (key === 'leasedItem.kind') return product.equipment?.items.map(({ code }) => code) ?? ['other'];
  if (key === 'preference.code') return product.draw?.preferences.map(({ code }) => code) ?? ['other'];
  if (key === 'interest.lineId') return ['coverLine-0', 'coverLine-1'];
  if (key === 'answer.question') return product.questions.map(({ code }) => code);
  if (key === 'settlement.incomeId') return ['income-0', 'income-1'];
  if (key === 'person.language') return pack.languages.map(({ code }) => code);
  return ['other'];
}

/** A number between two ends: often one of them, or a usual one. */
const whole = (least: number, most: number): fc.Arbitrary<number> =>
  fc.oneof(
    { weight: 3, arbitrary: fc.integer({ min: least, max: Math.max(least, Math.min(most, least + 6_000_00)) }) },
    { weight: 1, arbitrary: fc.integer({ min: least, max: most }) },
    { weight: 1, arbitrary: fc.constantFrom(least, most) },
  );

/** Any value that a field lets in, as its description has it. */
function keyed(described: Field, choices: () => string[], people: readonly string[]): fc.Arbitrary<unknown> {
  const least = described.least?.value;
  const most = described.most?.value;
  switch (described.kind) {
    case 'money':
      return whole(least ?? 0, most ?? MOST_MONEY);
    case 'profit':
      return whole(least ?? -MOST_MONEY, most ?? MOST_MONEY);
    case 'whole':
      return whole(least ?? 0, most ?? 1000);
    case 'share':
    case 'percent':
    case 'decimal': {
      const top = most ?? (described.kind === 'share' ? 1 : 168);
      const places = 10 ** Math.min(described.places ?? 4, 6);
      return fc.integer({ min: Math.ceil((least ?? 0) * places), max: Math.floor(top * places) }).map((value) => value / places);
    }
    case 'date':
      return fc.oneof(
        fc.integer({ min: -800, max: 800 }).map((days) => addDays(TODAY, days)),
        fc.integer({ min: -DAYS, max: DAYS }).map((days) => addDays(TODAY, days)),
      );
    case 'yesNo':
      return fc.boolean();
    case 'choice':
      return fc.constantFrom(...(described.words ? Object.keys(described.words) : choices()));
    case 'person':
      return fc.constantFrom(...people);
    case 'people':
      return fc.constantFrom(...people, people.slice(0, 2).join(' '));
    case 'hidden':
      return fc.constant({ tail: '4320' });
    default:
      return fc.constantFrom('Saltmeadow', '4 5 6', '8 Capstan Row', 'x');
  }
}

function rowOf(entity: RowEntity | 'request', product: ProductDefinition, pack: PlacePack, people: readonly string[]): fc.Arbitrary<Record<string, unknown>> {
  const fields = Object.entries(descriptionOf(entity).fields).filter(([, { by }]) => by !== 'program');
  return fc.record(
    Object.fromEntries(
      fields.map(([name, described]) => {
        const listed = () => {
          const choices = listedOf(product, pack, entity, name);
          return choices.length > 0 ? choices : ['other'];
        };
        const value = keyed(described, listed, people);
        return [name, described.empties ? fc.option(value, { freq: 4 }) : value];
      }),
    ),
  );
}

/** Every product that ships with its place, read once. */
const PRODUCTS = [
  'workboat-refit',
  'tools-gear',
  'payroll-bridge',
  'crew-cover',
  'hull-gear',
  'care-cover',
  'quay-cottages',
  'skerry-berths',
  'harbour-homes',
  'gear-lease',
].map((code) => {
  const product = shippedProduct(code);
  return { product, pack: shippedPlace(product.place as 'us') };
});

/** A file of any product that ships, with people of any role and rows of every kind, each with whatever its fields let in. */
export const anyFile: fc.Arbitrary<FileState> = fc.constantFrom(...PRODUCTS).chain(({ product, pack }) => {
  return fc.integer({ min: 1, max: 4 }).chain((count) => {
    const people = Array.from({ length: count }, (_, at) => `p${at + 1}`);
    const rows: Record<string, fc.Arbitrary<unknown>> = {};
    for (const entity of ROW_ENTITIES.filter((one) => one !== 'person'))
      rows[PART_OF[entity]] = fc
        .array(rowOf(entity, product, pack, people), { maxLength: 3 })
        .map((made) => made.map((values, at) => ({ ...BLANK_ROW[entity], ...values, id: `${entity}-${at}`, createdAt: '2026-03-01T10:00:00.000Z' })));
    const persons = fc.tuple(
      ...people.map((id, at) =>
        fc
          .tuple(rowOf('person', product, pack, people), fc.constantFrom(...ROLES), fc.constantFrom('person', 'person', 'organisation'))
          .map(([values, role, kind]) => ({
            ...BLANK_ROW.person,
            ...values,
            id,
            createdAt: `2026-03-01T10:00:0${at}.000Z`,
            role: at === 0 ? 'applicant' : role,
            kind,
            alsoRoles: null,
          })),
      ),
    );
    return fc.record({ request: rowOf('request', product, pack, people), persons, rows: fc.record(rows) }).map((made) => {
      const base = sampleFile({ product, pack });
      return { ...base, ...made.rows, people: made.persons, request: { ...base.request, ...made.request } };
    });
  });
});
