import type { Term } from '../../basis/arithmetic/index';
import { addMonths } from '../../basis/dates/index';
import { minor, scaled } from '../../basis/money/index';
import { say } from '../../basis/words/index';
import type { FileState } from '../../file/state/index';
import type { Income, Settlement } from './fields';

/** The sheets of a share of the catch that can be worked: with both days, what was landed and the lay. */
const sheetsOf = (file: Pick<FileState, 'settlements'>, income: Income): Settlement[] =>
  file.settlements
    .filter(({ incomeId, since, until, landed, lay }) => incomeId === income.id && since !== null && until !== null && landed !== null && lay !== null)
    .sort((a, b) => (a.since ?? '').localeCompare(b.since ?? ''));

/**
 * What the crew member is paid of a sheet: their lay of what was landed less the vessel's costs, rounded half up to a minor
 * unit; nothing of a trip that didn't bring its costs (common practice, no source).
 */
function layTerm(sheet: Settlement): Term {
  const landed = sheet.landed ?? 0;
  const costs = sheet.costs ?? 0;
  const lay = sheet.lay ?? 0;
  const shared = Math.max(0, landed - costs);
  const place = (field: string): NonNullable<Term['place']> => ({ chapter: 'income', anchor: `${sheet.id}.${field}` });
  const left: Term =
    landed >= costs
      ? {
          label: say('income.leftToShare'),
          sign: '+',
          value: shared,
          unit: 'money',
          terms: [
            { label: say('income.landedFor'), sign: '+', value: landed, unit: 'money', place: place('landed') },
            { label: say('income.costsOfTrip'), sign: '−', value: costs, unit: 'money', place: place('costs') },
          ],
        }
      : { label: say('income.costsPassWhatWasLanded'), sign: '+', value: 0, unit: 'money', place: place('costs') };
  return {
    label: say('income.settlementOf', { season: sheet.season ?? 'none', from: { day: sheet.since ?? sheet.until ?? '' }, until: { day: sheet.until ?? '' } }),
    sign: '+',
    value: scaled(shared, lay),
    unit: 'money',
    terms: [left, { label: say('income.lay'), sign: '×', value: lay, unit: 'ratio', place: place('lay') }],
  };
}

/**
 * A share of the catch by its settlement sheets: all that they pay, over the whole years from the first day of the first to
 * the last day of the last, since the months between seasons bring nothing (common practice, no source).
 * @returns what was paid in all with its lines and the months; null where no sheet can be worked.
 */
export function settled(file: Pick<FileState, 'settlements'>, income: Income): { total: Term; months: number } | null {
  const sheets = income.kind === 'catchShare' ? sheetsOf(file, income) : [];
  const first = sheets[0]?.since;
  const last = sheets
    .map(({ until }) => until ?? '')
    .sort()
    .at(-1);
  if (!first || !last) return null;
  const terms = sheets.map(layTerm);
  let years = 1;
  while (addMonths(first, 12 * years) <= last) years += 1;
  const value = minor(terms.reduce((sum, term) => sum + term.value, 0));
  return { total: { label: say('income.paidBySettlements', { sheets: sheets.length }), sign: '+', value, unit: 'money', terms }, months: years * 12 };
}
