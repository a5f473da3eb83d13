import { say } from '../../basis/words/index';
import type { Term } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';
import { minor, proportion, type Minor } from '../../basis/money/index';
import type { IncomeGuideline, LivingBenchmark, ResidualTable } from '../../file/product/index';

export interface LivingCosts {
  declared: Minor;
  benchmark: Minor | null;
  /** What counts: the higher of the two, with its lines; the other stands with `·`. */
  counted: Term;
}

/** What a table lists for a household, and `each` for every person beyond its last size. */
function forSize(sizes: readonly Minor[], each: number, size: number): number {
  return (sizes[Math.min(size, sizes.length) - 1] ?? 0) + Math.max(0, size - sizes.length) * each;
}

/**
 * The benchmark's monthly living costs for a household. Between two incomes of the table the cost moves in proportion,
 * so that a little more income never brings a leap; above the last it stays.
 * @param region as the home names it; any other where the table doesn't know it.
 * @param yearlyIncome minor units.
 * @returns minor units a month, rounded half away from zero; null for no persons.
 */
export function benchmarkFor(table: LivingBenchmark, region: string | null, size: number, yearlyIncome: number): Minor | null {
  const rows = table.regions[region ?? '*'] ?? table.regions['*'];
  if (!rows || rows.length === 0 || size < 1) return null;
  const costOf = ({ sizes, each }: { sizes: Minor[]; each: Minor }): number => forSize(sizes, each, size);
  const above = rows.findIndex(({ incomeFrom }) => incomeFrom > yearlyIncome);
  const low = rows[above === -1 ? rows.length - 1 : Math.max(0, above - 1)];
  const high = above > 0 ? rows[above] : undefined;
  if (!low) return null;
  if (!high) return minor(costOf(low));
  const climbed = proportion(costOf(high) - costOf(low), yearlyIncome - low.incomeFrom, high.incomeFrom - low.incomeFrom);
  return minor(costOf(low) + climbed);
}

/** Declared living costs against the benchmark: the higher counts, and the lines say which. */
export function livingCosts(
  file: Pick<FileState, 'livingCosts' | 'product' | 'pack'>,
  household: { size: number; region: string | null; yearlyIncome: number },
): LivingCosts {
  const rows = file.livingCosts
    .filter(({ monthly }) => monthly !== null)
    .map<Term>((cost) => ({
      label: cost.category ?? say('living.livingCost'),
      sign: '+',
      value: cost.monthly ?? 0,
      unit: 'money',
      place: { chapter: 'commitments', anchor: `${cost.id}.monthly` },
    }));
  const declared = minor(rows.reduce((so, { value }) => so + value, 0));
  const table = file.product.commitments.benchmark ? file.pack.benchmark : null;
  const benchmark = table ? benchmarkFor(table, household.region, household.size, household.yearlyIncome) : null;
  const label = say('living.livingCosts');
  if (benchmark === null) return { declared, benchmark, counted: { label, sign: '−', value: declared, unit: 'money', terms: rows } };
  const higher = benchmark > declared;
  const persons = `${household.size} ${household.size === 1 ? 'person' : 'persons'}`;
  return {
    declared,
    benchmark,
    counted: {
      label,
      sign: '−',
      value: higher ? benchmark : declared,
      unit: 'money',
      note: higher ? say('living.benchmarkCountsMoreThanDeclared', { declared: { money: declared } }) : say('living.asDeclaredNoLessThan'),
      terms: [
        { label: say('living.declared'), sign: higher ? '·' : '+', value: declared, unit: 'money', terms: rows },
        {
          label: say('living.benchmarkFor', { persons }),
          sign: higher ? '+' : '·',
          value: benchmark,
          unit: 'money',
          ...(table ? { note: table.source, table: table.source } : {}),
        },
      ],
    },
  };
}

/**
 * What must be left each month by the published table: by the state's region, the family's size and the loan.
 * Source of the shipped one: 38 CFR 36.4340(e).
 * @returns minor units; null where the table doesn't know the state, or there is nobody.
 */
export function residualFor(table: ResidualTable, state: string | null, size: number, loan: number): Minor | null {
  const region = table.states[state ?? ''];
  const band = [...table.bands].reverse().find(({ loanFrom }) => loan >= loanFrom);
  const sizes = region === undefined ? undefined : band?.sizes[region];
  if (!band || !sizes || size < 1) return null;
  return minor(forSize(sizes, band.each, Math.min(size, band.eachUpTo)));
}

/** The most that any region of the table asks: what holds where nobody knows the region. */
export function strictestResidual(table: ResidualTable, size: number, loan: number): Minor | null {
  const asked = Object.keys(table.states).map((state) => residualFor(table, state, size, loan) ?? 0);
  return asked.length === 0 || size < 1 ? null : minor(Math.max(...asked));
}

/** The yearly income of a published guideline for a household. @returns minor units; null for no persons. */
export function guidelineFor(table: IncomeGuideline, state: string | null, size: number): Minor | null {
  const row = table.states[state ?? '*'] ?? table.states['*'];
  return row && size >= 1 ? minor(row.first + (size - 1) * row.each) : null;
}
