import { ref, watch, type Ref } from 'vue';

/** What is typed in a field: it stays until the field is left, whatever arrives meanwhile; what can't be a value stays to be corrected. */
export function typedText(shown: () => string): { text: Ref<string>; focused: Ref<boolean> } {
  const text = ref(shown());
  const focused = ref(false);
  watch(shown, (value) => {
    if (!focused.value) text.value = value;
  });
  return { text, focused };
}
