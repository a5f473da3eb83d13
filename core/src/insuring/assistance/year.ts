import { roundTo, total, worked, type Term } from '../../basis/arithmetic/index';
import { daysBetween, addDays, isoDate, type IsoDate } from '../../basis/dates/index';
import { say } from '../../basis/words/index';
import type { AssistanceRules } from '../../file/product/index';
import { personName, type FileState } from '../../file/state/index';
import { comesMonthly, methodOf, sourceName, type Income, type IncomeInput } from '../../means/income/index';
import type { FilePerson } from '../../people/people/fields';
import { count, sum } from '../steps/index';

export type YearInput = IncomeInput & Pick<FileState, 'yearChanges' | 'deductions'>;

/** The first day of a year, and the one after its last. */
const startOfYear = (year: number): IsoDate => isoDate(`${year}-01-01`);

/** Days of a year in which something runs, both ends counted; its own ends where it has none. */
function daysIn(year: number, since: IsoDate | null, until: IsoDate | null): number {
  const [first, next] = [startOfYear(year), startOfYear(year + 1)];
  const from = since !== null && since > first ? since : first;
  const end = until !== null && until < next ? addDays(until, 1) : next;
  return end <= from ? 0 : daysBetween(from, end);
}
const daysOf = (year: number): number => daysBetween(startOfYear(year), startOfYear(year + 1));

/** A month's figure over the days of a year in which it comes: twelve times it for all of them. Whole minor units, rounded once. */
function overYear(label: Term['label'], sign: Term['sign'], monthly: Term, year: number, days: number, personId: string): Term {
  const terms = [
    monthly,
    count(say('assistance.monthsOfYear'), '×', 12),
    ...(days === daysOf(year)
      ? []
      : [count(say('assistance.daysItComes', { year }), '×', days), count(say('assistance.daysOfYear', { year }), '÷', daysOf(year))]),
  ];
  return sum(label, sign, terms, { personId });
}

/** What a source brings in a year: accounts by the profit of their latest year, as it is taxed; anything else by what comes each month. */
function incomeInYear(file: YearInput, income: Income, year: number, today: IsoDate): Term | null {
  const days = daysIn(year, income.since, income.until);
  if (days === 0) return null;
  const label = sourceName(income) ?? say('income.income');
  const place = { chapter: 'income' as const, anchor: income.id };
  if (methodOf(income) === 'accounts') {
    if (income.profitLatest === null) return null;
    const profit: Term = {
      label: say('assistance.profitOfYear'),
      sign: '+',
      value: income.profitLatest,
      unit: 'money',
      place: { chapter: 'income', anchor: `${income.id}.profitLatest` },
    };
    const part = [profit, count(say('assistance.daysItComes', { year }), '×', days), count(say('assistance.daysOfYear', { year }), '÷', daysOf(year))];
    return days === daysOf(year) ? { ...profit, label, terms: [profit], personId: income.personId } : sum(label, '+', part, { personId: income.personId });
  }
  const monthly = comesMonthly(file, income, today);
  return monthly && { ...overYear(label, '+', monthly, year, days, income.personId), place };
}

/**
 * What somebody has in a year, as the incomes of the file let it be foreseen: each source over its days, what is expected to
 * change, and what is taken off; never less than nothing. Kinds that are no income to assistance are left out, and so is
 * everything of who needn't file a return. Source: modified adjusted gross income of 26 CFR 1.36B-1(e), from memory.
 */
export function yearOf(file: YearInput, rules: AssistanceRules, person: FilePerson, year: number, today: IsoDate): Term {
  const incomes = file.incomes
    .filter(({ personId, kind }) => personId === person.id && kind !== null && !rules.notCounted.includes(kind))
    .flatMap((income) => incomeInYear(file, income, year, today) ?? []);
  const changes = file.yearChanges
    .filter(({ personId, monthly, direction }) => personId === person.id && monthly !== null && direction !== null)
    .flatMap(({ id, what, monthly, direction, since }): Term[] => {
      const days = daysIn(year, since, null);
      const each: Term = {
        label: say('assistance.eachMonth'),
        sign: '+',
        value: monthly ?? 0,
        unit: 'money',
        place: { chapter: 'assistance', anchor: `${id}.monthly` },
      };
      return days === 0 ? [] : [overYear(what ?? say('assistance.change'), direction === 'less' ? '−' : '+', each, year, days, person.id)];
    });
  const deductions = file.deductions
    .filter(({ personId, yearly }) => personId === person.id && yearly !== null)
    .map(({ id, code, yearly }): Term => {
      const label = rules.deductions.find((one) => one.code === code)?.label ?? say('assistance.deduction');
      return { label, sign: '−', value: yearly ?? 0, unit: 'money', place: { chapter: 'assistance', anchor: `${id}.yearly` } };
    });
  const terms = [...incomes, ...changes, ...deductions];
  const value = total(terms);
  const kept: Term[] = value < 0 ? [{ label: say('assistance.notBelowNothing'), sign: '+', value: -value, unit: 'money' }] : [];
  return {
    label: personName(person),
    sign: '+',
    value: roundTo('money', worked([...terms, ...kept])),
    unit: 'money',
    terms: [...terms, ...kept],
    personId: person.id,
  };
}
