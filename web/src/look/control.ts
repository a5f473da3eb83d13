/** Roots of the kit's controls that can be worked in, in their order on the page. */
const WORKABLE = '.field-input:not(.v-input--disabled)';

/** The control of the kit that something inside it belongs to. */
export const controlOf = (inside: EventTarget | null): HTMLElement | null =>
  inside instanceof HTMLElement ? inside.closest<HTMLElement>('.field-input') : null;

/** Controls inside a part of the page. @param aside also those that stand aside of the way through the fields. */
export const controlsIn = (part: ParentNode | null | undefined, aside = true): HTMLElement[] => [
  ...(part?.querySelectorAll<HTMLElement>(aside ? WORKABLE : `${WORKABLE}:not([data-aside])`) ?? []),
];

/** Puts the focus where one works: into the control, where the place is the kit's root of one. */
export function focusOn(place: HTMLElement | null | undefined): void {
  const inside = place?.matches('input, textarea, button, a, [tabindex]')
    ? null
    : place?.querySelector<HTMLElement>('input:not([type=hidden]), textarea, button, [tabindex]');
  (inside ?? place)?.focus();
}

/** Whether a key was pressed in a choice whose list is open: it belongs to the list then. */
export const inOpenList = ({ target }: Event): boolean => controlOf(target)?.querySelector('[aria-expanded=true]') != null;

/** To the next field of the chapter; from its last one to what leads on. */
export function goOnFrom(from: HTMLElement): void {
  const chapter = from.closest('section.center');
  const fields = controlsIn(chapter);
  const next = fields[fields.indexOf(from) + 1];
  if (next) focusOn(next);
  else chapter?.querySelector<HTMLElement>('.onward')?.focus();
}
