/** Goes up whenever the arithmetic itself changes what it gives for the same input. */
export const CALCULATION_VERSION = 4;

/** What may be worked again as an earlier version did. */
export interface AsThen {
  /** The version of the arithmetic; the newest where it is absent. */
  worksAs?: number | undefined;
}

/** Whether the arithmetic is at least of a version: older calculations repeat as they were. */
export const since = ({ worksAs = CALCULATION_VERSION }: AsThen, version: number): boolean => worksAs >= version;
