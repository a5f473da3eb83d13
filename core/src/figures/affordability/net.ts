import { say, type Words } from '../../basis/words/index';
import { roundTo, since, total, worked, type Term } from '../../basis/arithmetic/index';
import { kindOfIncome, type CountedIncome, type IncomeKind } from '../../means/income/index';
import { homeNow, relationBetween } from '../../people/household/index';
import { proportion, minor } from '../../basis/money/index';
import { regionTax, taxTableOn, takeHome, type YearlyEarnings } from '../../means/tax/index';
import type { FilePerson, FilingStatus } from '../../people/people/index';
import type { IsoDate } from '../../basis/dates/index';
import type { TaxTable } from '../../file/product/index';
import type { AffordabilityInput } from './input';

/** Under which heading of a tax table what is earned so falls. */
const TAXED_AS = { job: 'employed', trade: 'selfEmployed' } as const;

/** Whose income tax is worked together: one person, or two who file jointly. */
interface Filers {
  people: FilePerson[];
  status: FilingStatus;
  /** Whether nothing was said of how they file, where the table asks. */
  unsaid: boolean;
}

/**
 * What is left of the incomes that count after income tax and contributions, a line for each person and share. Tax is worked
 * on all that comes of the sources that count: first on what counts in full, then on what counts by less, of which so much
 * counts as it adds to what tax leaves. So nobody is worse off for earning more, whatever share of it counts. Take-home pay
 * that a payslip shows takes precedence for its source; tax on the rest is what the table takes of everything less what it
 * would take of those sources alone. Versions before 4 took one average share of all.
 */
export function netLines(file: AffordabilityInput, counted: readonly CountedIncome[], today: IsoDate): Term[] | null {
  const table = taxTableOn(file.pack.taxes, today);
  if (!table) return null;
  const lines: Term[] = [];
  const ofPerson = (person: FilePerson): CountedIncome[] => counted.filter(({ income, counted: { value } }) => income.personId === person.id && value !== 0);
  for (const filers of filersOf(file, table)) {
    const all = filers.people.flatMap(ofPerson);
    const slices = slicesOf(file, all).map((slice) => leftInYear(file, table, filers, slice, today));
    for (const person of filers.people) {
      const own = ofPerson(person);
      // A loss comes off what is left; it doesn't lower the tax on anything else here.
      for (const { counted: gross, money, income } of own.filter(isAsItIs))
        lines.push({ ...(since(file, 3) ? money : gross), note: income.untaxed ? 'untaxed' : 'a loss' });
      for (const { counted: term, income, paidOut } of own.filter((one) => !isAsItIs(one)))
        if (paidOut)
          lines.push({
            ...paidOut,
            label: say('affordability.paidOut', { termLabel: term.label }),
            note: say('affordability.whatPayslipPaysOutTakes'),
            place: { chapter: 'income', anchor: `${income.id}.netAmount` },
          });
      for (const left of slices) {
        const rest = own.filter((one) => left.sources.includes(one));
        if (rest.length > 0) lines.push(afterTax(file, person, rest, left));
      }
    }
  }
  return lines;
}

/** Untaxed income, and losses: no tax is worked on them. */
const isAsItIs = ({ income, counted: { value } }: CountedIncome): boolean => income.untaxed || value < 0;

/** Sources of which the table says what tax leaves: those that no payslip shows. */
const isTaxedHere = (one: CountedIncome): boolean => !isAsItIs(one) && one.paidOut === null;

interface Taxed {
  net: number;
  terms: Term[];
}

/** Sources that count by one share, and those that are taxed before them. */
interface Slice {
  sources: CountedIncome[];
  before: CountedIncome[];
  /** Both, in the order of the file. */
  whole: CountedIncome[];
  /** The share that they count by; null in versions that took one average share of all. */
  share: number | null;
}

/** The sources of those who file together that no payslip shows, by falling share. */
function slicesOf(file: AffordabilityInput, all: readonly CountedIncome[]): Slice[] {
  const taxed = all.filter((one) => !isAsItIs(one));
  const here = taxed.filter(isTaxedHere);
  const shown = taxed.filter(({ paidOut }) => paidOut !== null);
  if (here.length === 0) return [];
  if (!since(file, 4)) return [{ sources: here, before: shown, whole: taxed, share: null }];
  const shares = [...new Set(here.map(({ share }) => share))].sort((a, b) => b - a);
  return shares.map((share) => {
    const before = taxed.filter((one) => one.share > share || (one.paidOut !== null && one.share === share));
    const sources = here.filter((one) => one.share === share);
    return { sources, before, whole: taxed.filter((one) => before.includes(one) || sources.includes(one)), share };
  });
}

/** What tax leaves in a year of a slice, for those who file together. */
interface LeftInYear extends Taxed {
  sources: CountedIncome[];
  share: number | null;
  note: Words;
}

function leftInYear(file: AffordabilityInput, table: TaxTable, filers: Filers, { sources, before, whole: both, share }: Slice, today: IsoDate): LeftInYear {
  const whole = taxedTogether(file, table, filers, both, today);
  const part = before.length === 0 ? null : taxedTogether(file, table, filers, before, today);
  const names = filers.people.map(({ fullName }) => fullName ?? say('affordability.somebody'));
  const [only] = names;
  const name = names.length === 1 && only ? only : say('affordability.andTogether', { names: { all: names, by: 'comma' } });
  const terms: Term[] = [{ label: say('affordability.year', { name }), sign: '+', value: whole.net, unit: 'money', terms: whole.terms }];
  const label = before.every(({ paidOut }) => paidOut !== null)
    ? say('affordability.whatPayslipShowsAlreadyTable')
    : say('affordability.whatCountsByMoreLeaves');
  if (part) terms.push({ label, sign: '−', value: part.net, unit: 'money', terms: part.terms });
  return {
    net: whole.net - (part?.net ?? 0),
    terms,
    sources,
    share,
    note: filers.unsaid ? say('affordability.asSingleForNothingSaid', { table: table.label }) : table.label,
  };
}

/** What a person's sources leave after tax a month, of what those who file together keep of a slice. */
function afterTax(file: AffordabilityInput, person: FilePerson, own: readonly CountedIncome[], left: LeftInYear): Term {
  const { share, sources } = left;
  const name = person.fullName ?? say('affordability.somebody');
  const partly = share !== null && share !== 1;
  const comes = comesInAll(file, sources);
  const counts = share === null ? own.reduce((so, { money }) => so + money.value, 0) : comesInAll(file, own);
  const terms = [...left.terms];
  if (partly) terms.push({ label: say('affordability.shareCounts'), sign: '×', value: share, unit: 'ratio' });
  if (counts !== comes)
    terms.push(
      {
        label: share === null ? say('affordability.countsOfIt') : say('affordability.comesOf', { name }),
        sign: '×',
        value: counts,
        unit: 'money',
        terms: share === null ? own.map(({ money }) => money) : own.map((one) => comesTerm(file, one)),
      },
      { label: say('affordability.allThatComes'), sign: '÷', value: comes, unit: 'money', terms: sources.map((one) => comesTerm(file, one)) },
    );
  terms.push({ label: say('affordability.monthsYear'), sign: '÷', value: 12, unit: 'count' });
  return {
    label: partly ? say('affordability.afterTaxOfShare', { name, share: { percent: share } }) : say('affordability.afterTax', { name }),
    sign: '+',
    value: partly ? roundTo('money', worked(terms)) : counts === comes ? proportion(left.net, 1, 12) : proportion(left.net, counts, comes * 12),
    unit: 'money',
    personId: person.id,
    note: left.note,
    terms,
  };
}

const comesInAll = (file: AffordabilityInput, sources: readonly CountedIncome[]): number => sources.reduce((so, one) => so + comesOf(file, one), 0);

/** What comes of a source each month, which tax is worked on; versions before 3 took what counts of it. */
const comesOf = (file: AffordabilityInput, { taxed, counted }: CountedIncome): number => (since(file, 3) ? taxed : counted.value);

const comesTerm = (file: AffordabilityInput, one: CountedIncome): Term =>
  since(file, 3) ? { label: one.counted.label, sign: '+', value: one.taxed, unit: 'money', terms: comesLines(one) } : one.counted;

/** The lines of a source without the shares that count. */
const comesLines = ({ money }: CountedIncome): Term[] => (money.terms ?? []).filter(({ unit }) => unit !== 'ratio');

function taxedTogether(file: AffordabilityInput, table: TaxTable, { people, status }: Filers, sources: readonly CountedIncome[], today: IsoDate): Taxed {
  const earned = people.map(({ id }) =>
    earningsOf(
      file,
      sources.filter(({ income }) => income.personId === id),
    ),
  );
  const federal = takeHome(table, earned, since(file, 3) ? status : 'single');
  const terms = expandedEarnings(
    federal.terms,
    sources.map((one) => comesTerm(file, one)),
  );
  const [first] = people;
  const region = since(file, 3) && first ? regionTax(file.pack, homeNow(file, first.id)?.region ?? null, earned, status, today) : null;
  return region ? { net: federal.net - region.amount, terms: [...terms, region.term] } : { net: federal.net, terms };
}

/** Those who file together, and everybody else alone. */
function filersOf(file: AffordabilityInput, table: TaxTable): Filers[] {
  const known = table.statuses !== undefined && since(file, 3);
  const done = new Set<string>();
  return file.people.flatMap((person) => {
    if (done.has(person.id)) return [];
    const status: FilingStatus = (known && person.filingStatus) || 'single';
    const alone: Filers = { people: [person], status, unsaid: known && person.filingStatus === null };
    if (status !== 'jointly') return [alone];
    const spouse = file.people.find(
      (other) => other.filingStatus === 'jointly' && !done.has(other.id) && relationBetween(file.relations, other.id, person.id) === 'spouse',
    );
    if (!spouse) return [alone];
    done.add(spouse.id);
    return [{ ...alone, people: [person, spouse] }];
  });
}

const taxedAs = (kind: IncomeKind | null): keyof YearlyEarnings => {
  const earned = kindOfIncome(kind)?.earned ?? null;
  return earned === null ? 'other' : TAXED_AS[earned];
};

/** What sources come to in a year, by how they are taxed. */
function earningsOf(file: AffordabilityInput, counted: readonly CountedIncome[]): YearlyEarnings {
  const sums: Record<keyof YearlyEarnings, number> = { employed: 0, selfEmployed: 0, other: 0 };
  for (const one of counted) sums[taxedAs(one.income.kind)] += comesOf(file, one) * 12;
  return { employed: minor(sums.employed), selfEmployed: minor(sums.selfEmployed), other: minor(sums.other) };
}

/** The first line of a take-home arithmetic, opened into the sources that it adds up. */
function expandedEarnings(terms: readonly Term[], monthly: Term[]): Term[] {
  const [earned, ...rest] = terms;
  if (!earned) return [];
  return [
    {
      ...earned,
      terms: [
        { label: 'A month', sign: '+', value: total(monthly), unit: 'money', terms: monthly },
        { label: say('affordability.monthsYear'), sign: '×', value: 12, unit: 'count' },
      ],
    },
    ...rest,
  ];
}
