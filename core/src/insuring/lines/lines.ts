import type { Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { CoverRules, LineRateTable, LineRules } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { startOf } from '../cover/index';
import { ratesOn } from '../rates/index';
import { count, sum } from '../steps/index';
import { worthOf, type CoverLine, type Interest } from './fields';

export type LinesInput = Pick<FileState, 'product' | 'coverLines' | 'interests' | 'request'>;

/** What one line is covered for and costs in its weeks. Whole minor units. */
export interface LineCost {
  lineId: string;
  /** Units at their value, the share that is insured and the share that the level covers. */
  insured: Minor;
  /** What it costs before assistance, what is given towards it, and what is left to pay. */
  premium: Minor;
  assistance: Minor;
  /** What is left to pay, with how it comes about. */
  term: Term;
  insuredTerm: Term;
}

export const WEEKS_OF_TERM = 52;

/** The rate of an item in a place, per cent of what is insured for a whole term; null where the table has none. */
export const lineRateOf = ({ rows }: Pick<LineRateTable, 'rows'>, item: string | null, place: string | null): number | null =>
  rows.find((row) => row.item === item && row.place === place)?.rate ?? null;

/** What an item is called with its mark, as a line is told from others. */
export function lineName({ product }: Pick<LinesInput, 'product'>, { item, mark }: Pick<CoverLine, 'item' | 'mark'>): Words {
  const label = product.cover?.lines?.items.find(({ code }) => code === item)?.label;
  return mark !== null && label !== undefined ? say('lines.named', { item: label, mark }) : (label ?? mark ?? say('lines.unnamed'));
}

/** Who else has an interest in a line: those named for it, and those for all. */
export const interestsIn = ({ interests }: Pick<LinesInput, 'interests'>, { id }: Pick<CoverLine, 'id'>): Interest[] =>
  interests.filter(({ lineId }) => lineId === null || lineId === id);

/** Fields without which a line can't be worked. */
const WORKED_BY = ['item', 'place', 'units', 'unitPrice', 'share', 'level', 'weeks'] as const;

/** What lacks before the lines can be worked; null where nothing does. */
export function linesLack(file: LinesInput, rules: LineRules, today: IsoDate): Words | null {
  if (file.coverLines.length === 0) return say('lines.whatIsCovered');
  const table = ratesOn(rules.rates, startOf(file, today));
  if (!table) return say('cover.ratesForStart');
  for (const line of file.coverLines) {
    const what = WORKED_BY.find((field) => line[field] === null);
    if (what !== undefined) return say('lines.lacks', { line: lineName(file, line), what });
    if (worthOf(line) === null) return say('lines.beyondAmounts', { line: lineName(file, line) });
    if (lineRateOf(table, line.item, line.place) === null) return say('lines.noRate', { line: lineName(file, line) });
  }
  return null;
}

/**
 * What a line costs: its units at their value, times the share insured and the share that its level covers, rounded to the
 * sum insured; that at its rate per cent of a whole term and its weeks of 52, rounded to the premium; of which the level's
 * assistance is given, rounded. Half away from zero, in whole minor units, at each of the three (common practice, no
 * source); rates, levels and assistance are the product's.
 * @returns null while something of it lacks.
 */
export function lineCost(file: Pick<LinesInput, 'product'>, rules: LineRules, table: LineRateTable, line: CoverLine): LineCost | null {
  const item = rules.items.find(({ code }) => code === line.item);
  const level = rules.levels.find(({ code }) => code === line.level);
  const place = rules.places.find(({ code }) => code === line.place);
  const rate = lineRateOf(table, line.item, line.place);
  const { units, unitPrice, share, weeks } = line;
  if (!item || !level || !place || rate === null || units === null || unitPrice === null || share === null || weeks === null || worthOf(line) === null)
    return null;
  const at = (field: string) => ({ place: { chapter: 'lines', anchor: `${line.id}.${field}` } });
  const name = lineName(file, line);
  const insured = sum(say('lines.insured', { line: name }), '+', [
    count(say('lines.units', { unit: item.unit }), '+', units, at('units')),
    { label: say('lines.unitPrice', { unit: item.unit }), sign: '×', value: unitPrice, unit: 'money', ...at('unitPrice') },
    count(say('lines.share'), '×', share, at('share')),
    count(say('lines.ofAHundred'), '÷', 100),
    count(say('lines.level', { level: level.label }), '×', level.share, at('level')),
  ]);
  const premium = sum(say('lines.premium', { line: name }), '+', [
    insured,
    count(say('lines.rate', { item: item.label, place: place.label }), '×', rate, {
      table: say('cover.rateTable', { code: table.code, source: table.source, from: { day: table.from } }),
    }),
    count(say('lines.ofAHundred'), '÷', 100),
    ...(weeks === WEEKS_OF_TERM ? [] : [count(say('lines.weeks'), '×', weeks, at('weeks')), count(say('lines.weeksOfTerm'), '÷', WEEKS_OF_TERM)]),
  ]);
  const assistance: Term[] =
    level.assistance === 0
      ? []
      : [
          sum(say('lines.assistance', { level: level.label }), '−', [
            premium,
            count(say('lines.assistanceShare', { share: { percent: level.assistance }, source: rules.assistanceSource }), '×', level.assistance),
          ]),
        ];
  const given = assistance[0]?.value ?? 0;
  return {
    lineId: line.id,
    insured: minor(insured.value),
    premium: minor(premium.value),
    assistance: minor(given),
    term: { label: name, sign: '+', value: premium.value - given, unit: 'money', terms: [premium, ...assistance] },
    insuredTerm: insured,
  };
}

/** What lines cost was worked from; the same objects cost the same. */
interface Worked {
  rules: LineRules;
  table: LineRateTable;
  cost: LineCost | null;
}
const seen = new WeakMap<CoverLine, Worked>();

/** {@link lineCost}, remembered for as long as line, rules and table are the same objects: a key in one of 500 lines works one. */
function costOf(file: Pick<LinesInput, 'product'>, rules: LineRules, table: LineRateTable, line: CoverLine): LineCost | null {
  const before = seen.get(line);
  if (before?.rules === rules && before.table === table) return before.cost;
  const cost = lineCost(file, rules, table, line);
  seen.set(line, { rules, table, cost });
  return cost;
}

/** What each line costs, in the order of the rows; null of those that lack something. */
export function lineCosts(file: LinesInput, today: IsoDate): (LineCost | null)[] {
  const rules = file.product.cover?.lines;
  const table = rules && ratesOn(rules.rates, startOf(file, today));
  if (!rules || !table) return file.coverLines.map(() => null);
  return file.coverLines.map((line) => costOf(file, rules, table, line));
}

/** What all lines come to; what lacks something counts nothing yet. */
export interface LineTotals {
  insured: Minor;
  premium: Minor;
  assistance: Minor;
  /** By level, in the order of the product. */
  levels: { code: string; label: string; lines: number; insured: Minor; premium: Minor; assistance: Minor }[];
}

export function lineTotals(file: LinesInput, today: IsoDate): LineTotals {
  const costs = new Map(lineCosts(file, today).flatMap((cost) => (cost ? [[cost.lineId, cost] as const] : [])));
  const of = (lines: readonly CoverLine[]) => {
    const known = lines.flatMap(({ id }) => costs.get(id) ?? []);
    const add = (field: 'insured' | 'premium' | 'assistance'): Minor => minor(known.reduce((so, cost) => so + cost[field], 0));
    return { insured: add('insured'), premium: add('premium'), assistance: add('assistance') };
  };
  const levels = (file.product.cover?.lines?.levels ?? []).flatMap(({ code, label }) => {
    const lines = file.coverLines.filter(({ level }) => level === code);
    return lines.length === 0 ? [] : [{ code, label, lines: lines.length, ...of(lines) }];
  });
  return { ...of(file.coverLines), levels };
}

/** Whether an agent has a certificate for a place on a day. */
export const isCertified = (rules: Pick<LineRules, 'agents'>, code: string, place: string, on: IsoDate): boolean =>
  rules.agents.some((agent) => agent.code === code && agent.certificates.some((one) => one.places.includes(place) && one.from <= on && on <= one.until));

/** Why a line can't be covered as it is asked, each with its field. What is only missing is no problem here. */
export function lineProblems(file: LinesInput, line: CoverLine, today: IsoDate): { field: keyof CoverLine; what: Words }[] {
  const rules = file.product.cover?.lines;
  if (!rules) return [];
  const problems: { field: keyof CoverLine; what: Words }[] = [];
  const name = lineName(file, line);
  const item = rules.items.find(({ code }) => code === line.item);
  const place = rules.places.find(({ code }) => code === line.place);
  const agent = rules.agents.find(({ code }) => code === line.agent);
  if (line.units !== null && line.units <= 0) problems.push({ field: 'units', what: say('lines.noUnits', { line: name }) });
  if (item && line.unitPrice !== null && (line.unitPrice < item.unitPrice.least || line.unitPrice > item.unitPrice.most)) {
    const { least, most } = item.unitPrice;
    problems.push({ field: 'unitPrice', what: say('lines.priceOutside', { line: name, unit: item.unit, least: { money: least }, most: { money: most } }) });
  }
  const shares = (line.share ?? 0) + interestsIn(file, line).reduce((so, { kind, share }) => so + (kind === 'lender' ? 0 : (share ?? 0)), 0);
  if (hundredths(shares) > 10_000) problems.push({ field: 'share', what: say('lines.sharesBeyondWhole', { line: name, share: { percent: shares / 100 } }) });
  if (line.share === 0) problems.push({ field: 'share', what: say('lines.noShare', { line: name }) });
  const from = startOf(file, today);
  if (agent && place && !isCertified(rules, agent.code, place.code, from))
    problems.push({ field: 'agent', what: say('lines.agentNotCertified', { agent: agent.label, place: place.label, on: { day: from } }) });
  if (line.mark !== null && firstOf(file.coverLines, line) !== line.id) problems.push({ field: 'mark', what: say('lines.twice', { line: name }) });
  return problems;
}

/** Shares have two decimals; their sum is taken in hundredths of a per cent. */
const hundredths = (share: number): number => Math.round(share * 100);
/** One by its mark, as an item in a place, stands in a file once. */
const sameAs = ({ item, place, mark }: CoverLine): string => JSON.stringify([item, place, (mark ?? '').trim().toLocaleLowerCase()]);
const firsts = new WeakMap<readonly CoverLine[], Map<string, string>>();

/** The first line of a list that is the same thing in the same place; the list is looked through once. */
function firstOf(lines: readonly CoverLine[], line: CoverLine): string {
  let known = firsts.get(lines);
  if (!known) {
    known = new Map();
    for (const one of lines) if (!known.has(sameAs(one))) known.set(sameAs(one), one.id);
    firsts.set(lines, known);
  }
  return known.get(sameAs(line)) ?? line.id;
}

/** Whether all of a product's sum is asked for and more. */
export function sumProblem(file: LinesInput, rules: Pick<CoverRules, 'lines'>, today: IsoDate): Words | null {
  const most = rules.lines?.sumMost ?? null;
  const { insured } = lineTotals(file, today);
  return most !== null && insured > most ? say('lines.sumBeyond', { insured: { money: insured }, most: { money: most } }) : null;
}
