import { addBusinessDays, addDays, addMonths, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { EnrolmentEvent } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { coveredName, type Cover } from '../cover/index';

type Input = Pick<FileState, 'product' | 'pack' | 'people' | 'receivedOn'>;

/** In which days somebody can come in without questions about their health, by something that happened. */
export interface EnrolmentWindow {
  event: EnrolmentEvent;
  /** The day that it turns on: the one that was named, or the one on which they reach the age. */
  on: IsoDate;
  from: IsoDate;
  until: IsoDate;
}

/** The event that somebody comes in by; null where they are underwritten. */
export const eventOf = ({ product }: Pick<FileState, 'product'>, { enrolment }: Pick<Cover, 'enrolment'>): EnrolmentEvent | null =>
  product.cover?.enrolment.find(({ code }) => code === enrolment) ?? null;

/**
 * The window that an event opens: so many months on both sides of an age, else so many calendar or business days of the
 * place from the day on, that day not counted (common practice, no source; the product's data says which).
 * @returns null where nobody named the day yet, or the birth date isn't known.
 */
export function windowOf(file: Input, cover: Pick<Cover, 'personId' | 'enrolment' | 'enrolmentOn'>): EnrolmentWindow | null {
  const event = eventOf(file, cover);
  if (!event) return null;
  if (event.age !== undefined) {
    const birthDate = file.people.find(({ id }) => id === cover.personId)?.birthDate;
    if (!birthDate) return null;
    const on = addMonths(birthDate, event.age * 12);
    return { event, on, from: addMonths(on, -event.within), until: addMonths(on, event.within) };
  }
  const on = cover.enrolmentOn;
  if (on === null) return null;
  const until = event.by === 'businessDays' ? addBusinessDays(on, event.within, file.pack.holidays) : addDays(on, event.within);
  return { event, on, from: on, until };
}

/** Whether somebody comes in without questions about their health: what opens it is named, and they applied in its window. */
export function isOpenEnrolled(file: Input, cover: Pick<Cover, 'personId' | 'enrolment' | 'enrolmentOn'>): boolean {
  const window = windowOf(file, cover);
  return window !== null && window.from <= file.receivedOn && file.receivedOn <= window.until;
}

/** Why the event that is named doesn't open it, or null. */
export function enrolmentProblem(file: Input, cover: Pick<Cover, 'personId' | 'enrolment' | 'enrolmentOn'>): Words | null {
  const window = windowOf(file, cover);
  if (window === null || isOpenEnrolled(file, cover)) return null;
  return say('enrolment.outside', {
    name: coveredName(file, cover),
    event: window.event.label,
    from: { day: window.from },
    until: { day: window.until },
    received: { day: file.receivedOn },
  });
}
