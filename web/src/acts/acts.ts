import { computed, onBeforeUnmount, onMounted, shallowReactive } from 'vue';

/** Something that can be done where one is: it has a key, stands in the command bar by its name, and says what it waits for. */
export interface DeskAct {
  name: string;
  /** The letter that is pressed with Alt; acts that are seldom done have none. */
  key: string | null;
  /** What has to come first; null when it can be done. */
  waits: string | null;
  run: () => unknown;
}

type Offer = () => readonly DeskAct[];
const offers = shallowReactive(new Set<Offer>());

/** What can be done now, wherever it is offered. */
export const actsNow = computed(() => [...offers].flatMap((offer) => offer()));

/** Offers acts for as long as the component that calls this is there. */
export function offerActs(offer: Offer): void {
  onMounted(() => offers.add(offer));
  onBeforeUnmount(() => offers.delete(offer));
}

/** Does what a key stands for. @returns whether it stands for anything that can be done. */
export function doByKey(event: KeyboardEvent): boolean {
  if (!event.altKey || event.ctrlKey || event.metaKey) return false;
  // A key that is held down does it once, and nothing is done behind a dialog that is open.
  if (event.repeat || document.querySelector('.v-dialog.v-overlay--active')) return false;
  const act = actsNow.value.find(({ key, waits }) => key !== null && waits === null && event.code === `Key${key}`);
  if (!act) return false;
  event.preventDefault();
  void act.run();
  return true;
}
