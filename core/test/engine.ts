import { FunctionArgumentType, FunctionPlugin, HyperFormula, type RawCellContent } from 'hyperformula';

type Running = Parameters<FunctionPlugin['runFunction']>;

/**
 * Rounds as spreadsheet programs do: half away from zero on the fifteen digits that a cell can hold. The engine's own
 * ROUND works on the binary number, so that it makes 1.00 of 1.005, where they make 1.01.
 */
class DecimalRounding extends FunctionPlugin {
  static override implementedFunctions = {
    DECIMALROUND: { method: 'decimalRound', parameters: [{ argumentType: FunctionArgumentType.NUMBER }, { argumentType: FunctionArgumentType.NUMBER }] },
  };
  static translations = { enGB: { DECIMALROUND: 'DECIMALROUND' } };

  decimalRound({ args }: { args: Running[0] }, state: Running[1]) {
    return this.runFunction(args, state, this.metadata('DECIMALROUND'), (value: number, places: number) => {
      const shifted = Number(`${Math.abs(value).toPrecision(15)}e${places}`);
      return Math.sign(value) * Number(`${Math.round(Number(shifted.toPrecision(15)))}e-${places}`);
    });
  }
}
HyperFormula.registerFunctionPlugin(DecimalRounding, DecimalRounding.translations);

/** Sheets in a spreadsheet engine that is not ours, which works every formula out. */
export function engineOf(sheets: Record<string, RawCellContent[][]>): HyperFormula {
  const asProgramsRound = (cell: RawCellContent): RawCellContent =>
    typeof cell === 'string' && cell.startsWith('=') ? cell.replaceAll('ROUND(', 'DECIMALROUND(') : cell;
  return HyperFormula.buildFromSheets(Object.fromEntries(Object.entries(sheets).map(([name, rows]) => [name, rows.map((row) => row.map(asProgramsRound))])), {
    licenseKey: 'gpl-v3',
    useArrayArithmetic: true,
    precisionRounding: 14,
  });
}
