import { say } from '../../basis/words/index';
import { total } from '../../basis/arithmetic/index';
import { kindOfIncome } from '../../means/income/index';
import { proportion, minor } from '../../basis/money/index';
import { taxTableOn, takeHome, type YearlyEarnings } from '../../means/tax/index';
import type { Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import type { CountedIncome, IncomeKind } from '../../means/income/index';
import type { AffordabilityInput } from './input';
/** Under which heading of a tax table what is earned so falls. */
const TAXED_AS = { job: 'employed', trade: 'selfEmployed' } as const;

/**
 * What is left of the incomes that count after income tax and contributions, a line for each person. Take-home pay that a
 * payslip shows takes precedence for its source; tax on the rest is what the table takes of everything less what it would
 * take of those sources alone.
 */
export function netLines(file: AffordabilityInput, counted: readonly CountedIncome[], today: IsoDate): Term[] | null {
  const table = taxTableOn(file.pack.taxes, today);
  if (!table) return null;
  const lines: Term[] = [];
  for (const person of file.people) {
    const own = counted.filter(({ income, counted: { value } }) => income.personId === person.id && value !== 0);
    if (own.length === 0) continue;
    const name = person.fullName ?? say('affordability.somebody');
    // A loss comes off what is left; it doesn't lower the tax on anything else here.
    const asItIs = own.filter(({ income, counted: { value } }) => income.untaxed || value < 0);
    const taxed = own.filter((one) => !asItIs.includes(one));
    const shown = taxed.filter(({ netMonthly }) => netMonthly !== null);
    for (const { counted: term } of asItIs) lines.push({ ...term, note: term.value < 0 ? 'a loss' : 'untaxed' });
    for (const { counted: term, income, netMonthly } of shown)
      lines.push({
        ...term,
        value: netMonthly ?? 0,
        label: say('affordability.paidOut', { termLabel: term.label }),
        note: say('affordability.whatPayslipPaysOutTakes'),
        place: { chapter: 'income', anchor: `${income.id}.netAmount` },
        terms: [],
      });
    if (taxed.length === shown.length) continue;
    const all = takeHome(table, earningsOf(taxed));
    const year: Term = { label: say('affordability.year', { name }), sign: '+', value: all.net, unit: 'money', terms: expandedEarnings(all.terms, taxed) };
    const part = shown.length === 0 ? null : takeHome(table, earningsOf(shown));
    const parts: Term[] = part
      ? [
          year,
          {
            label: say('affordability.whatPayslipShowsAlreadyTable'),
            sign: '−',
            value: part.net,
            unit: 'money',
            terms: expandedEarnings(part.terms, shown),
          },
        ]
      : [year];
    lines.push({
      label: say('affordability.afterTax', { name }),
      sign: '+',
      value: proportion(all.net - (part?.net ?? 0), 1, 12),
      unit: 'money',
      personId: person.id,
      note: table.label,
      terms: [...parts, { label: say('affordability.monthsYear'), sign: '÷', value: 12, unit: 'count' }],
    });
  }
  return lines;
}

const taxedAs = (kind: IncomeKind | null): keyof YearlyEarnings => {
  const earned = kindOfIncome(kind)?.earned ?? null;
  return earned === null ? 'other' : TAXED_AS[earned];
};

function earningsOf(counted: readonly CountedIncome[]): YearlyEarnings {
  const sums: Record<keyof YearlyEarnings, number> = { employed: 0, selfEmployed: 0, other: 0 };
  for (const { income, counted: term } of counted) sums[taxedAs(income.kind)] += term.value * 12;
  return { employed: minor(sums.employed), selfEmployed: minor(sums.selfEmployed), other: minor(sums.other) };
}

/** The first line of a take-home arithmetic, opened into the sources that it adds up. */
function expandedEarnings(terms: readonly Term[], counted: readonly CountedIncome[]): Term[] {
  const [earned, ...rest] = terms;
  const monthly = counted.map(({ counted: term }) => term);
  if (!earned) return [];
  const sources: Term[] = [
    { label: 'A month', sign: '+', value: total(monthly), unit: 'money', terms: monthly },
    { label: say('affordability.monthsYear'), sign: '×', value: 12, unit: 'count' },
  ];
  return [{ ...earned, terms: sources }, ...rest];
}
