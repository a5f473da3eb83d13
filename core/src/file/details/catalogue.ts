import { blankOf, type Description, type Field, type RowOf, type StatedIn } from '../../basis/detail/index';
import { COVER, RIDER } from '../../insuring/cover/fields';
import { DEDUCTION, YEAR_CHANGE } from '../../insuring/assistance/fields';
import { COVER_LINE, INTEREST } from '../../insuring/lines/fields';
import { OTHER_POLICY } from '../../insuring/replacement/fields';
import { PART } from '../../credit/parts/fields';
import { VARIANT } from '../../figures/variants/fields';
import { ACCOUNT, PAYROLL } from '../../lending/business/fields';
import { LEASED_ITEM } from '../../leasing/equipment/fields';
import { PREFERENCE } from '../../leasing/rounds/fields';
import { RENT_SHARE } from '../../leasing/sharing/fields';
import { FEE_WAIVER, LEASE_EXTRA } from '../../leasing/terms/fields';
import { REQUEST } from '../../lending/request/fields';
import { SECURITY } from '../../lending/securities/fields';
import { SOURCE, USE } from '../../lending/uses/fields';
import { DEBT, LIVING_COST } from '../../means/commitments/fields';
import { EXPLANATION, INCOME, SETTLEMENT } from '../../means/income/fields';
import { WORK } from '../../means/work/fields';
import { ASSET } from '../../means/worth/fields';
import { ANSWER } from '../../people/declarations/fields';
import { HOME, PET, VEHICLE } from '../../people/home/fields';
import { STAKE } from '../../people/ownership/fields';
import { PERSON, RELATION } from '../../people/people/fields';
import { IDENTITY_PAPER } from '../../people/identity/fields';
import { PAYEE } from '../../lending/payees/fields';

/** Every kind of row that a file is made of, by its code. Whatever is made of fields reads it. */
export const DETAILS = {
  request: REQUEST,
  person: PERSON,
  identityPaper: IDENTITY_PAPER,
  relation: RELATION,
  stake: STAKE,
  home: HOME,
  work: WORK,
  income: INCOME,
  settlement: SETTLEMENT,
  livingCost: LIVING_COST,
  debt: DEBT,
  asset: ASSET,
  pet: PET,
  vehicle: VEHICLE,
  answer: ANSWER,
  explanation: EXPLANATION,
  part: PART,
  use: USE,
  source: SOURCE,
  security: SECURITY,
  payee: PAYEE,
  cover: COVER,
  rider: RIDER,
  otherPolicy: OTHER_POLICY,
  yearChange: YEAR_CHANGE,
  deduction: DEDUCTION,
  coverLine: COVER_LINE,
  interest: INTEREST,
  leaseExtra: LEASE_EXTRA,
  feeWaiver: FEE_WAIVER,
  rentShare: RENT_SHARE,
  preference: PREFERENCE,
  leasedItem: LEASED_ITEM,
  payroll: PAYROLL,
  account: ACCOUNT,
  variant: VARIANT,
} as const;

export type Entity = keyof typeof DETAILS;
/** What there are rows of: everything but the request, which is there once. */
export type RowEntity = Exclude<Entity, 'request'>;
export const ENTITIES = Object.keys(DETAILS) as [Entity, ...Entity[]];
export const ROW_ENTITIES = ENTITIES.filter((entity) => entity !== 'request') as [RowEntity, ...RowEntity[]];

/** What is stated in a file: the request, and the rows of every kind of detail under the name of their part. */
export type StatedDetails = { request: StatedIn<typeof REQUEST> } & { [Kind in RowEntity as (typeof DETAILS)[Kind]['part']]: RowOf<(typeof DETAILS)[Kind]>[] };

/** What is described of a kind of row, without its exact fields. */
export const descriptionOf = (entity: Entity): Description => DETAILS[entity];

/** A field of a kind of row, or undefined; names that every object has are no fields. */
export function fieldOf(entity: Entity, name: string): Field | undefined {
  const { fields } = descriptionOf(entity);
  return Object.hasOwn(fields, name) ? fields[name] : undefined;
}

/** The part of a file's state that holds the rows of a kind. */
export const PART_OF = Object.fromEntries(ROW_ENTITIES.map((entity) => [entity, DETAILS[entity].part])) as {
  [Kind in RowEntity]: (typeof DETAILS)[Kind]['part'];
};

/** A row of each kind as it begins, before anything is stated in it. */
export const BLANK_ROW = Object.fromEntries(ROW_ENTITIES.map((entity) => [entity, blankOf(DETAILS[entity])])) as {
  [Kind in RowEntity]: StatedIn<(typeof DETAILS)[Kind]>;
};
