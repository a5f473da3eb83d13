import { reactive, watch } from 'vue';

/** A form whose entries this tab keeps, so that a page that is loaded again, or comes back from the phone's messages, has them still. */
export function keptForm<Values extends Record<string, string | boolean>>(
  name: string,
  blank: Values,
  shelf: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> = globalThis.sessionStorage,
): { values: Values; drop: () => void } {
  const values = reactive({ ...blank, ...keptUnder(name, blank, shelf) }) as Values;
  const stop = watch(values, (now) => shelf.setItem(name, JSON.stringify(now)));
  return {
    values,
    drop() {
      stop();
      shelf.removeItem(name);
    },
  };
}

/** What was kept, as far as it is of the kinds that the form has. */
function keptUnder<Values extends object>(name: string, blank: Values, shelf: Pick<Storage, 'getItem'>): Partial<Values> {
  try {
    const found = JSON.parse(shelf.getItem(name) ?? '{}') as Record<string, unknown>;
    return Object.fromEntries(Object.entries(found).filter(([field, value]) => typeof value === typeof blank[field as keyof Values])) as Partial<Values>;
  } catch {
    return {};
  }
}
