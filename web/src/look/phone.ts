import { computed, type ComputedRef } from 'vue';
import { useDisplay } from 'vuetify';

/** Whether the desk is on a phone, as at a unit: narrower than this its styles lay a file out in one column. */
export function usePhone(): ComputedRef<boolean> {
  const { width } = useDisplay();
  return computed(() => width.value < 700);
}
