import { affordability, costsOf, minor, PART_KINDS, workbookOf, type FileState, type LoanPart, type Measure } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import exceljs from 'exceljs';
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { aPart, aSecurity, costRules, product, sampleFile, TODAY } from '../../core/test/sample';
import { randomFrom } from '../../server/test/register';
import { xlsxOf } from '../../server/src/takealong/workbook';

/**
 * Has LibreOffice open workbooks of many requests, work every formula out and save what it got; then holds each figure and
 * each payment against the calculation, to the cent.
 */
const FILES = 120;
const MEASURES: Measure[] = ['payment', 'totalPayable', 'apr', 'dtiAfter', 'moneyLeft', 'moneyLeftStressed', 'ltv', 'combinedLtv', 'lendingValue', 'reserves'];
const say = (line: string): void => void process.stdout.write(`${line}\n`);

function request(random: () => number): FileState {
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T;
  const between = (least: number, most: number): number => least + Math.floor(random() * (most - least + 1));
  const parts = Array.from({ length: between(1, 3) }, (_, at): LoanPart => {
    const kind = pick(PART_KINDS);
    const amount = between(200_000, 6_000_000);
    return aPart({
      id: `part-${at}`,
      kind,
      amount: minor(amount),
      termMonths: between(26, 96),
      every: kind === 'seasonal' ? 'month' : pick(['month', 'month', 'quarter', 'twoWeeks', 'week']),
      interestOnlyMonths: between(3, 20),
      balloon: minor(Math.floor(amount * 0.3 * random())),
      holidayFrom: random() < 0.2 ? 4 : null,
      holidayPeriods: 2,
    });
  });
  const fees = [
    {
      code: 'a',
      label: 'By share',
      brackets: [{ from: minor(0), flat: minor(1_500), share: 0.0085 }],
      paid: pick(['withheld', 'financed', 'beforehand'] as const),
      inRate: random() < 0.7,
    },
    {
      code: 'b',
      label: 'Fixed',
      brackets: [{ from: minor(0), flat: minor(between(0, 20_000)), share: 0 }],
      paid: pick(['withheld', 'financed', 'beforehand'] as const),
      inRate: true,
    },
  ];
  return sampleFile({
    product: {
      ...product,
      measures: MEASURES,
      costs: costRules({ fees, dayCount: pick(['equalPeriods', '30/360', 'actual/365', 'actual/360', 'actual/actual'] as const) }),
    },
    pack: { ...sampleFile().pack, rateMethod: pick(['regulationZ', 'directive'] as const) },
    request: { ...sampleFile().request, amount: minor(parts.reduce((so, { amount }) => so + (amount ?? 0), 0)) },
    parts,
    securities: [aSecurity({ value: minor(between(1_000_000, 20_000_000)), priorCharges: minor(between(0, 500_000)) })],
  });
}

/** What a cell came to; a result of nothing is left out of the file. */
function resultOf(cell: exceljs.Cell | undefined): unknown {
  const value = cell?.value;
  if (typeof value !== 'object' || value === null || value instanceof Date) return value;
  return 'formula' in value || 'sharedFormula' in value ? (value.result ?? 0) : value;
}

async function differences(path: string, file: FileState): Promise<string[]> {
  const book = new exceljs.Workbook();
  await book.xlsx.readFile(path);
  const found: string[] = [];
  const figures = book.getWorksheet('Figures');
  for (const { label, value, unit } of affordability(file, TODAY).figures) {
    if (value === null) continue;
    let seen: unknown;
    figures?.eachRow((row) => {
      if (row.getCell(1).value === label && (row.getCell(1).font as { bold?: boolean } | undefined)?.bold) seen = resultOf(row.getCell(3));
    });
    const expected = unit === 'money' ? value / 100 : value;
    if (typeof seen !== 'number' || Math.abs(seen - expected) > 1e-7) found.push(`${label}: ${String(seen)} is not ${expected}`);
  }
  const costs = costsOf(file, TODAY);
  for (const [at, { schedule }] of (costs?.parts ?? []).entries()) {
    const sheet = book.getWorksheet((costs?.parts.length ?? 0) > 1 ? `Part ${at + 1}` : 'Schedule');
    let first = 0;
    sheet?.eachRow((row, number) => {
      if (row.getCell(1).value === 'No.') first = number + 1;
    });
    for (const [index, row] of schedule.rows.entries())
      for (const [column, expected] of [
        [10, row.interest],
        [11, row.payment],
        [13, row.balance],
      ] as const) {
        const seen = resultOf(sheet?.getRow(first + index).getCell(column));
        if (typeof seen !== 'number' || Math.round(seen * 100) !== expected) found.push(`payment ${row.number}: ${String(seen)} is not ${expected / 100}`);
      }
  }
  return found;
}

if (spawnSync('soffice', ['--version']).status !== 0) {
  say('LibreOffice is not on this machine (Debian: libreoffice-calc-nogui), so nothing was checked.');
  process.exitCode = 1;
} else {
  const folder = mkdtempSync(join(tmpdir(), 'cavren-workbooks-'));
  const worked = join(folder, 'worked');
  mkdirSync(worked);
  const below = randomFrom(20_261_125);
  const random = (): number => below(1_000_000) / 1_000_000;
  const files = Array.from({ length: FILES }, () => request(random)).filter((file) => costsOf(file, TODAY) !== null);
  for (const [at, file] of files.entries())
    writeFileSync(join(folder, `${at}.xlsx`), await xlsxOf(workbookOf(file, TODAY, speakerFor(file.pack)), `Check ${at}`));
  spawnSync('soffice', ['--headless', '--convert-to', 'xlsx', '--outdir', worked, ...files.map((_, at) => join(folder, `${at}.xlsx`))], { stdio: 'ignore' });
  let astray = 0;
  for (const [at, file] of files.entries()) {
    const found = await differences(join(worked, `${at}.xlsx`), file);
    if (found.length > 0) {
      astray += 1;
      say(
        `Workbook ${at} (${file.parts.map(({ kind, every }) => `${kind ?? ''} ${every ?? ''}`).join(', ')}, ${file.product.costs?.dayCount ?? ''}): ${found.length} differ, such as ${found[0] ?? ''}`,
      );
    }
  }
  say(`${files.length - astray} of ${files.length} workbooks, worked out by LibreOffice, give the same cents.`);
  rmSync(folder, { recursive: true });
  process.exitCode = astray > 0 ? 1 : 0;
}
