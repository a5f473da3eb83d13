import { addMonths, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import { petsCharged } from '../charges/index';
import { householdOf } from '../../people/household/index';
import { personName, type FileState } from '../../file/state/index';

export type OccupancyInput = Pick<FileState, 'product' | 'people' | 'homes' | 'incomes' | 'unit' | 'request' | 'pets'>;

export interface Occupancy {
  /** Who would live there and counts. */
  counted: string[];
  /** Infants who don’t count yet. */
  infants: string[];
  most: number | null;
  /** What is wrong with it: more than may live there, or pets that it doesn’t take. */
  problems: Words[];
}

/**
 * Who would live in a unit, against the product’s rule: so many for each bedroom and some beside, infants below an age on
 * the day on which it is let not counting. Two for each bedroom is what the United States hold reasonable as a rule (63 FR
 * 70256 of 1998, the memorandum of 20 March 1991, from memory).
 */
export function occupancyOf(file: OccupancyInput, today: IsoDate): Occupancy {
  const rule = file.product.lease?.occupancy ?? null;
  const { members } = householdOf(file, today);
  const on = file.request.advanceOn ?? today;
  const isInfant = (birthDate: IsoDate | null): boolean => rule !== null && birthDate !== null && addMonths(birthDate, rule.infantMonths) > on;
  const people = members.flatMap(({ personId, counts }) => (counts ? file.people.filter(({ id }) => id === personId) : []));
  const infants = people.filter(({ birthDate }) => isInfant(birthDate)).map(personName);
  const counted = people.filter(({ birthDate }) => !isInfant(birthDate)).map(personName);
  const plan = file.unit?.unit.plan ?? null;
  const most = rule && plan ? Math.min(plan.sleeps, plan.bedrooms * rule.perBedroom + rule.plus) : null;
  const over: Words[] = most !== null && counted.length > most ? [say('lease.tooMany', { count: counted.length, most })] : [];
  return { counted, infants, most, problems: [...over, ...petProblems(file)] };
}

/** Pets that a product doesn’t take; an assistance animal is none. */
function petProblems({ product, pets }: Pick<OccupancyInput, 'product' | 'pets'>): Words[] {
  const rule = product.lease?.pets ?? null;
  const asked = petsCharged({ pets });
  if (!product.lease || asked.length === 0) return [];
  if (!rule) return [say('lease.noPets')];
  const heavy = asked.filter(({ weight }) => weight !== null && weight > rule.weightMost);
  return [
    ...(asked.length > rule.most ? [say('lease.tooManyPets', { count: asked.length, most: rule.most })] : []),
    ...heavy.map(({ weight }) => say('lease.petTooHeavy', { weight: weight ?? 0, most: rule.weightMost })),
  ];
}
