/** A field that is asked, in other words than its description's where the row calls for them, with choices that the product or the place gives. */
export interface AskedField {
  field: string;
  label?: string | undefined;
  options?: { value: string; label: string }[] | undefined;
}
