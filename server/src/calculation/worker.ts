import { isWhole, recalculate, verdictUnder, type Calculation, type FileFigures, type IsoDate, type Rules, type Verdict } from '@cavren/core';

/** What a worker is given: kept calculations as JSON, or files as JSON with the rules to work them by. */
export type Portion = { kind: 'recalculate'; calculations: readonly string[] } | { kind: 'verdicts'; rules: string; today: string; files: readonly string[] };
export type PortionResult = (number | null)[] | Verdict[];

let known: { text: string; rules: Rules } | null = null;

/** Runs on a worker thread. */
export default function work(portion: Portion): PortionResult {
  if (portion.kind === 'recalculate')
    return portion.calculations.map((text) => {
      const kept = JSON.parse(text) as Calculation;
      return isWhole(kept) ? recalculate(kept).differences.length : null;
    });
  if (known?.text !== portion.rules) known = { text: portion.rules, rules: JSON.parse(portion.rules) as Rules };
  const { rules } = known;
  return portion.files.map((text) => verdictUnder(rules, JSON.parse(text) as FileFigures, portion.today as IsoDate));
}
