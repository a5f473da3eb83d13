/** A sheet that opens from the strip. */
export interface SheetOffer {
  name: 'fit' | 'compare' | 'schedule' | 'stress' | 'guarantors' | 'factors';
  label: string;
  /** Whether it calls for being opened. */
  call: boolean;
}
