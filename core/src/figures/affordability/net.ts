import { say, type Words } from '../../basis/words/index';
import { since, total, type Term } from '../../basis/arithmetic/index';
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
 * What is left of the incomes that count after income tax and contributions, a line for each person. Tax is worked on all
 * that comes of the sources that count, and what is left counts at the share that they count by. Take-home pay that a
 * payslip shows takes precedence for its source; tax on the rest is what the table takes of everything less what it would
 * take of those sources alone.
 */
export function netLines(file: AffordabilityInput, counted: readonly CountedIncome[], today: IsoDate): Term[] | null {
  const table = taxTableOn(file.pack.taxes, today);
  if (!table) return null;
  const lines: Term[] = [];
  const ofPerson = (person: FilePerson): CountedIncome[] => counted.filter(({ income, counted: { value } }) => income.personId === person.id && value !== 0);
  for (const filers of filersOf(file, table)) {
    const all = filers.people.flatMap(ofPerson);
    const left = all.some(isTaxedHere) ? leftInYear(file, table, filers, all, today) : null;
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
      const rest = own.filter(isTaxedHere);
      if (left && rest.length > 0) lines.push(afterTax(file, person, rest, left));
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

/** What tax leaves in a year of those who file together, of sources that no payslip shows. */
interface LeftInYear extends Taxed {
  sources: CountedIncome[];
  note: Words;
}

function leftInYear(file: AffordabilityInput, table: TaxTable, filers: Filers, all: readonly CountedIncome[], today: IsoDate): LeftInYear {
  const taxed = all.filter((one) => !isAsItIs(one));
  const shown = taxed.filter(({ paidOut }) => paidOut !== null);
  const whole = taxedTogether(file, table, filers, taxed, today);
  const part = shown.length === 0 ? null : taxedTogether(file, table, filers, shown, today);
  const names = filers.people.map(({ fullName }) => fullName ?? say('affordability.somebody'));
  const [only] = names;
  const name = names.length === 1 && only ? only : say('affordability.andTogether', { names: { all: names, by: 'comma' } });
  const terms: Term[] = [{ label: say('affordability.year', { name }), sign: '+', value: whole.net, unit: 'money', terms: whole.terms }];
  if (part) terms.push({ label: say('affordability.whatPayslipShowsAlreadyTable'), sign: '−', value: part.net, unit: 'money', terms: part.terms });
  return {
    net: whole.net - (part?.net ?? 0),
    terms,
    sources: taxed.filter(isTaxedHere),
    note: filers.unsaid ? say('affordability.asSingleForNothingSaid', { table: table.label }) : table.label,
  };
}

/** What a person's sources leave after tax a month, of what those who file together keep. */
function afterTax(file: AffordabilityInput, person: FilePerson, own: readonly CountedIncome[], left: LeftInYear): Term {
  const terms = [...left.terms];
  const counts = own.reduce((so, { money }) => so + money.value, 0);
  const comes = left.sources.reduce((so, one) => so + comesOf(file, one), 0);
  if (counts !== comes)
    terms.push(
      { label: say('affordability.countsOfIt'), sign: '×', value: counts, unit: 'money', terms: own.map(({ money }) => money) },
      { label: say('affordability.allThatComes'), sign: '÷', value: comes, unit: 'money', terms: left.sources.map((one) => comesTerm(file, one)) },
    );
  terms.push({ label: say('affordability.monthsYear'), sign: '÷', value: 12, unit: 'count' });
  return {
    label: say('affordability.afterTax', { name: person.fullName ?? say('affordability.somebody') }),
    sign: '+',
    value: counts === comes ? proportion(left.net, 1, 12) : proportion(left.net, counts, comes * 12),
    unit: 'money',
    personId: person.id,
    note: left.note,
    terms,
  };
}

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
