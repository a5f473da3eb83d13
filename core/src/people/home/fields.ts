import { always, choice, date, decimal, describeDetail, listed, money, person, text, whole, yesNo, type RowOf } from '../../basis/detail/index';

export const TENURE_LABEL = { owned: 'Owned outright', mortgaged: 'Owned with a mortgage', rented: 'Rented', withFamily: 'With family' } as const;
export const PET_KIND_LABEL = { dog: 'Dog', cat: 'Cat', bird: 'Bird', other: 'Other' } as const;

export const HOME = describeDetail({
  word: 'address',
  chapter: 'home',
  part: 'homes',
  table: 'home',
  owner: 'personId',
  rowsBy: 'applicant',
  fields: {
    personId: always(person('Who'), ''),
    line: text('Street address', 160, { by: 'applicant', ask: 'Street and number', autocomplete: 'street-address' }),
    town: text('Town', 80, { by: 'applicant', autocomplete: 'address-level2' }),
    region: listed('State or region', 40, { by: 'applicant', ask: 'State' }),
    postalCode: text('Postal code', 16, { by: 'applicant', autocomplete: 'postal-code' }),
    /** Nothing where it is the place's own. */
    country: listed('Country', 2, { by: 'applicant', ask: 'Country, where it is another one' }),
    /** Which of the districts, where the postal code lies in several. */
    district: listed('District', 60),
    since: date('Since', { by: 'applicant', month: 'first' }),
    until: date('Until', { by: 'applicant', month: 'last', ask: 'Until (empty when you live there now)' }),
    tenure: choice('Owned or rented', TENURE_LABEL, { by: 'applicant' }),
    floorArea: whole('Floor area', { form: 'Give the area as a whole number', least: 1, most: 100_000 }, { unit: 'squareFeet' }),
    monthlyCost: money('Cost a month', { by: 'applicant', ask: 'What it costs a month' }),
    /** A referee of the file. */
    refereeId: person('Who let it'),
  },
});
export type Home = RowOf<typeof HOME>;

export const PET = describeDetail({
  word: 'pet',
  chapter: 'home',
  part: 'pets',
  table: 'pet',
  fields: {
    kind: choice('Kind', PET_KIND_LABEL),
    breed: text('Breed', 80),
    weight: decimal('Weight', { form: 'Give the weight as a number', least: [0.01, 'More than nothing'], most: 500 }, { unit: 'kilograms' }),
    serviceAnimal: yesNo('Service animal'),
  },
});
export type Pet = RowOf<typeof PET>;

export const VEHICLE = describeDetail({
  word: 'vehicle',
  chapter: 'home',
  part: 'vehicles',
  table: 'vehicle',
  fields: {
    make: text('Make', 60),
    model: text('Model', 60),
    year: whole('Year', { form: 'Give the year in four figures', least: [1900, 'From 1900 on'], most: [2100, 'Give the year in four figures'] }),
    plate: text('Plate', 20),
  },
});
export type Vehicle = RowOf<typeof VEHICLE>;
