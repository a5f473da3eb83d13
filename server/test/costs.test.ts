import type { OpenFile, ProductOnOffer, TakenCalculation } from '@cavren/contract';
import {
  affordability,
  calculate,
  changesOf,
  computePath,
  costsOf,
  isoDate,
  isWhole,
  minor,
  recalculate,
  usesAndSources,
  whatFits,
  withChanges,
  workbookOf,
  type Calculation,
  type FitChange,
} from '@cavren/core';
import { Ajv2020 } from 'ajv/dist/2020.js';
import exceljs from 'exceljs';
import type { RawCellContent } from 'hyperformula';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { speakerFor } from '@cavren/words';
import { engineOf } from '../../core/test/engine';
import { upgradePack, upgradeProduct } from '../src/products/upgrade';
import { Phone } from './applicant';
import { dayAtHome, change, makeCavren, openFile, problems, Walk, type Answer, type TestCavren } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const code = (answer: Answer) => (answer.body as { code?: string }).code;
const open = (walk: Walk, starts: string) =>
  computePath(walk.file, walk.view.today)
    .entries.map(({ key }) => key)
    .filter((key) => key.startsWith(starts));
const figure = (walk: Walk, measure: string) => affordability(walk.file, walk.view.today).figures.find((one) => one.measure === measure);
async function typed(): Promise<Walk> {
  const walk = await openFile(cavren);
  await walk.typeAll();
  return walk;
}
async function openOther(product: string, channel: OpenFile['channel'] = 'counter'): Promise<Walk> {
  const { body } = await (
    await cavren.as('wren')
  ).post<{ reference: string }>('/api/files', {
    product,
    channel,
    receivedOn: dayAtHome(),
    personId: null,
    fullName: `Gerrit Vane ${product}`,
    birthDate: '1981-02-03',
  });
  return new Walk(cavren, body.reference).look();
}

describe('a request in parts, over HTTP', () => {
  it('keeps every field of a part, follows it in the figures, and says what doesn’t add up', async () => {
    const walk = await typed();
    const before = figure(walk, 'payment')?.value ?? 0;
    await walk.details([
      change.add('part', { kind: 'level', amount: 2_000_000, termMonths: 60, every: 'twoWeeks', holidayFrom: 3, holidayPeriods: 2 }, 'part-level'),
      change.add('part', { kind: 'seasonal', amount: 900_000, termMonths: 48, season: '10 4 4 5', advanceOn: '2027-01-15' }, 'part-season'),
    ]);
    expect(walk.file.parts).toMatchObject([
      { id: 'part-level', every: 'twoWeeks', holidayFrom: 3, holidayPeriods: 2, balloon: null },
      { id: 'part-season', season: '4 5 10', advanceOn: '2027-01-15', firstPaymentOn: null },
    ]);
    expect(open(walk, 'balance:')).toEqual(['balance:parts']);
    await walk.details([change.set('part', 'part-season', 'amount', 1_000_000)]);
    expect(open(walk, 'balance:')).toEqual([]);
    expect(figure(walk, 'payment')?.value).not.toBe(before);
    expect(figure(walk, 'payment')?.value).toBe(costsOf(walk.file, walk.view.today)?.payment);
    // Its kind no longer fits its term; without a term there is nothing to work out.
    await walk.details([change.set('part', 'part-season', 'kind', 'balloon'), change.set('part', 'part-season', 'termMonths', 120)]);
    expect(open(walk, 'part:')).toEqual(['part:part-season']);
    await walk.details([change.set('part', 'part-season', 'termMonths', null)]);
    expect(open(walk, 'part:')).toEqual(['part:part-season']);
    expect(figure(walk, 'payment')).toMatchObject({ value: null, waitingFor: 'parts that can be worked' });
  });
  it('refuses, at the field, what the product doesn’t offer', async () => {
    const walk = await typed();
    const add = (entity: Parameters<typeof change.add>[0], values: Parameters<typeof change.add>[1]) =>
      walk.details([change.add(entity, values, 'row-refused')]);
    expect(problems(await add('part', { kind: 'teaser' }))?.[0]?.[0]).toBe('kind');
    expect(problems(await add('part', { kind: 'level', every: 'day' }))?.[0]?.[0]).toBe('every');
    expect(problems(await add('part', { season: '13' }))).toEqual([['season', 'Give months of the year as numbers: 4 5 6 for April to June']]);
    expect(problems(await add('security', { kind: 'vessel', valueOn: '2149-01-01' }))).toEqual([['valueOn', 'This date lies in the future']]);
    expect(problems(await add('source', { kind: 'lottery' }))?.[0]?.[0]).toBe('kind');
    expect(problems(await add('payroll', { kind: 'employee', yearlyPay: 100 }))?.[0]?.[1]).toBe('This product doesn’t rest on a payroll');
    const tools = await openOther('tools-gear');
    expect(problems(await tools.details([change.add('part', { kind: 'balloon' }, 'part-refused')]))).toEqual([
      ['kind', 'This kind of part isn’t offered here'],
    ]);
    expect(problems(await tools.details([change.add('part', { kind: 'level', every: 'quarter' }, 'part-refused')]))).toEqual([
      ['every', 'Payments can’t fall due so often here'],
    ]);
    const cover = await openOther('crew-cover');
    expect(problems(await cover.details([change.add('use', { what: 'Nothing', amount: 1 }, 'use-refused')]))?.[0]?.[1]).toBe(
      'Nothing is lent with this product',
    );
  });
  it('uses equal sources, with debts paid off and several purposes, or the Path says what lacks', async () => {
    const walk = await typed();
    await walk.details([
      change.add('use', { what: 'New engine', amount: 3_100_000 }, 'use-engine'),
      change.add('use', { what: 'Fitting it', amount: 800_000 }, 'use-fitting'),
      change.add('debt', { lender: 'Gullstone Credit Union', kind: 'personalLoan', payment: 20_000, balance: 250_000, cleared: true }, 'debt-cleared'),
    ]);
    expect(open(walk, 'balance:').sort()).toEqual(['balance:request', 'balance:uses']);
    expect(usesAndSources(walk.file).gap).toBe(150_000);
    await walk.details([
      change.set('use', 'use-fitting', 'amount', 900_000),
      change.add('source', { kind: 'grant', what: 'Harbour fund', amount: 250_000 }, 'source-grant'),
    ]);
    expect(open(walk, 'balance:')).toEqual([]);
    expect(usesAndSources(walk.file).gap).toBe(0);
  });
  it('securities change what the loan is measured against', async () => {
    const walk = await typed();
    expect(figure(walk, 'ltv')?.value).toBe(0.75);
    await walk.details([
      change.add(
        'security',
        { kind: 'vessel', description: 'Cutter Petrel', value: 4_500_000, valueOn: '2026-06-01', priorCharges: 900_000 },
        'security-cutter',
      ),
    ]);
    expect(figure(walk, 'ltv')?.value).toBe(Number((3_000_000 / 4_500_000).toFixed(6)));
    expect(figure(walk, 'combinedLtv')?.value).toBe(Number((3_900_000 / 4_500_000).toFixed(6)));
    // 70 % of 45,000.00 less 9,000.00.
    expect(figure(walk, 'lendingValue')?.value).toBe(Number((3_000_000 / 2_250_000).toFixed(6)));
  });
  it('a business borrows by its payroll', async () => {
    const walk = await openOther('payroll-bridge');
    await walk.details([
      change.set('request', null, 'legalForm', 'soleProprietor'),
      change.set('request', null, 'amount', 3_000_000),
      change.set('request', null, 'price', 3_000_000),
      change.set('request', null, 'termMonths', 36),
      change.add('payroll', { name: 'Gerrit Vane', kind: 'owner', profitShare: 4_800_000 }, 'payroll-owner'),
      change.add('payroll', { name: 'Ilse Kroon', kind: 'employee', yearlyPay: 13_000_000 }, 'payroll-crew'),
      change.add('account', { yearEnd: '2025-12-31', revenue: 40_000_000, costs: 36_000_000, depreciation: 900_000, interest: 200_000 }, 'account-25'),
    ]);
    // (48,000.00 + 100,000.00, the cap) ÷ 12 × 2.5 = 30,833.33
    expect(figure(walk, 'payrollShare')).toMatchObject({ value: Number((3_000_000 / 3_083_333).toFixed(6)), verdict: 'inside' });
    expect(figure(walk, 'debtServiceCover')?.value).toBeGreaterThan(3);
    await walk.details([change.set('request', null, 'amount', 3_200_000)]);
    expect(figure(walk, 'payrollShare')?.verdict).toBe('outside');
    const fits = whatFits(walk.file, walk.view.today);
    expect(fits?.largest?.size).toBe(3_083_334);
    const others = (await (await cavren.as('wren')).get<ProductOnOffer[]>('/api/products?channel=counter')).body;
    expect(others.find((offer) => offer.code === 'payroll-bridge')?.bars).toEqual([]);
  });
});

describe('versions beside the request', () => {
  it('at most three lie beside it; one of them becomes the request in one change', async () => {
    const walk = await typed();
    await walk.details([change.set('request', null, 'amount', 3_600_000), change.set('request', null, 'downPayment', 400_000)]);
    expect(figure(walk, 'ltv')?.verdict).toBe('outside');
    const best = whatFits(walk.file, walk.view.today)?.single.find(({ levers }) => levers[0] === 'downPayment');
    if (!best) throw new Error('nothing would do');
    const text = JSON.stringify(best.changes);
    await walk.details([change.add('variant', { label: 'More down', changes: text }, 'variant-1')]);
    expect(changesOf(walk.file.variants[0]?.changes ?? null)).toEqual(best.changes);
    for (const id of ['variant-2', 'variant-3']) expect((await walk.details([change.add('variant', { label: id, changes: '[]' }, id)])).status).toBe(200);
    expect(problems(await walk.details([change.add('variant', { label: 'one more', changes: '[]' }, 'variant-4')]))?.[0]?.[1]).toMatch(/At most 3 versions/);
    // A version changes nothing until it is made the request.
    expect(figure(walk, 'ltv')?.verdict).toBe('outside');
    const expected = affordability(withChanges(walk.file, best.changes), walk.view.today).figures;
    const wishes = best.changes.map((wish: FitChange) =>
      wish.op === 'set' ? change.set(wish.entity, wish.id, wish.field, wish.value) : change.remove('part', wish.id),
    );
    expect((await walk.details([...wishes, change.remove('variant', 'variant-1')])).status).toBe(200);
    expect(affordability(walk.file, walk.view.today).figures.map(({ value }) => value)).toEqual(expected.map(({ value }) => value));
    expect(figure(walk, 'ltv')?.verdict).toBe('inside');
    expect(walk.file.variants.map(({ id }) => id)).toEqual(['variant-2', 'variant-3']);
  });
  it('holds no change but of a request', async () => {
    const walk = await typed();
    const bad = (changes: string) => walk.details([change.add('variant', { label: 'bad', changes }, 'variant-bad')]);
    for (const changes of [
      'not JSON',
      '{}',
      '[{"op":"set","entity":"person","id":"x","field":"role","value":"contact"}]',
      '[{"op":"remove","entity":"debt","id":"x"}]',
    ])
      expect(problems(await bad(changes))).toEqual([['changes', 'These are no changes of a request']]);
    expect(problems(await walk.details([change.add('variant', { label: 'empty' }, 'variant-bad')]))).toEqual([['changes', 'Say what the version changes']]);
  });
});

describe('taking it along', () => {
  let walk: Walk;
  beforeAll(async () => {
    walk = await typed();
    await walk.details([
      change.add('part', { kind: 'level', amount: 2_000_000, termMonths: 60 }, 'part-one'),
      change.add('part', { kind: 'interestOnly', amount: 1_000_000, termMonths: 48, interestOnlyMonths: 6, every: 'quarter' }, 'part-two'),
    ]);
  });
  const take = async (name: string, of: Walk = walk): Promise<Answer<string>> => (await cavren.as('ansel')).get<string>(`${of.url}/take-along/${name}`);
  const costs = () => {
    const made = costsOf(walk.file, walk.view.today);
    if (!made) throw new Error('no costs');
    return made;
  };

  it('the workbook, opened and worked out elsewhere, gives the same cents', async () => {
    const { status, response } = await take('calculation.xlsx');
    expect([status, response.headers['content-type']]).toEqual([200, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet']);
    expect(response.headers['content-disposition']).toBe(`attachment; filename="${walk.reference}-calculation.xlsx"`);
    const book = new exceljs.Workbook();
    await book.xlsx.load(response.rawPayload as unknown as exceljs.Buffer);
    expect(book.worksheets.map(({ name }) => name)).toEqual(['Figures', 'Request', 'Part 1', 'Part 2', 'Rate']);
    const cellOf = (value: exceljs.CellValue): RawCellContent =>
      value === null || value === undefined
        ? null
        : typeof value === 'object'
          ? 'formula' in value
            ? `=${value.formula}`
            : value instanceof Date
              ? value.toISOString()
              : null
          : value;
    const sheets = Object.fromEntries(
      book.worksheets.map((sheet) => [
        sheet.name,
        Array.from({ length: sheet.rowCount }, (_, row) =>
          Array.from({ length: sheet.columnCount }, (__, column) => cellOf(sheet.getCell(row + 1, column + 1).value)),
        ),
      ]),
    );
    const engine = engineOf(sheets);
    const figures = affordability(walk.file, walk.view.today).figures.filter(({ value }) => value !== null);
    for (const { label, value, unit } of figures) {
      const row = sheets['Figures']?.findIndex(([cell]) => cell === label) ?? -1;
      expect([label, engine.getCellValue({ sheet: engine.getSheetId('Figures') ?? -1, row, col: 2 })]).toEqual([
        label,
        unit === 'money' ? (value ?? 0) / 100 : value,
      ]);
    }
    engine.destroy();
    // Nothing in it is a result of ours: whatever opens it has to work.
    expect(book.worksheets.flatMap((sheet) => sheet.getSheetValues()).some((row) => JSON.stringify([row]).includes('"result"'))).toBe(false);
    expect(workbookOf(walk.file, walk.view.today, speakerFor(walk.file.pack))).toHaveLength(5);
  });
  it('the calculation as JSON keeps to the schema that is published', async () => {
    const schema = await (await cavren.as('ansel')).get<object>('/api/schemas/calculation.json');
    expect(schema.response.headers['content-type']).toMatch(/schema\+json/);
    const validate = new Ajv2020({ strict: false }).compile(schema.body);
    const taken = (await take('calculation.json')).body as unknown as TakenCalculation;
    validate(taken);
    expect(validate.errors ?? []).toEqual([]);
    expect(taken.figures.map(({ value }) => value)).toEqual(affordability(walk.file, walk.view.today).figures.map(({ value }) => value));
    expect(taken.costs?.parts.map(({ kind, schedule }) => [kind, schedule.length])).toEqual([
      ['level', 60],
      ['interestOnly', 16],
    ]);
    // Numbers of accounts and people don't go along.
    expect(JSON.stringify(taken)).not.toMatch(/payout|400281234|1234"|idNumber/);
    expect(validate({ ...taken, currency: 5 })).toBe(false);
  });
  it('the schedule as comma-separated values, and as a workbook', async () => {
    const { body, response } = await take('schedule.csv');
    expect(response.headers['content-type']).toMatch(/^text\/csv/);
    const { data, errors } = Papa.parse<Record<string, string>>(body, { header: true, skipEmptyLines: true });
    expect(errors).toEqual([]);
    const { rows, totalPayable } = costs().schedule;
    expect(data).toHaveLength(rows.length);
    expect(data[0]).toEqual({
      number: '1',
      due: rows[0]?.dueOn,
      payment: ((rows[0]?.payment ?? 0) / 100).toFixed(2),
      interest: ((rows[0]?.interest ?? 0) / 100).toFixed(2),
      principal: ((rows[0]?.principal ?? 0) / 100).toFixed(2),
      balance: ((rows[0]?.balance ?? 0) / 100).toFixed(2),
    });
    expect(data.reduce((so, { payment }) => so + Math.round(Number(payment) * 100), 0)).toBe(totalPayable);
    const book = new exceljs.Workbook();
    await book.xlsx.load((await take('schedule.xlsx')).response.rawPayload as unknown as exceljs.Buffer);
    expect(book.worksheets.map(({ name }) => name)).toEqual(['Request', 'Part 1', 'Part 2']);
  });
  it('the days of payment as a calendar, the same when it is taken again', async () => {
    const { body, response } = await take('payments.ics');
    expect(response.headers['content-type']).toMatch(/^text\/calendar/);
    const paid = costs().schedule.rows.filter(({ payment }) => payment > 0);
    const lines = body.split('\r\n');
    expect(lines.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(paid.length);
    const days = lines.filter((line) => line.startsWith('DTSTART')).map((line) => line.replace('DTSTART;VALUE=DATE:', ''));
    expect(days).toEqual(paid.map(({ dueOn }) => dueOn.replaceAll('-', '')));
    expect(new Set(lines.filter((line) => line.startsWith('UID:'))).size).toBe(paid.length);
    expect((await take('payments.ics')).body).toBe(body);
  });
  it('the costs sheet says in plain words what they get, pay, and what happens when they miss one', async () => {
    const { response } = await take('costs.pdf');
    expect(response.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    const folder = mkdtempSync(join(tmpdir(), 'cavren-costs-'));
    writeFileSync(join(folder, 'costs.pdf'), response.rawPayload);
    const text = execFileSync('pdftotext', ['-layout', join(folder, 'costs.pdf'), '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
    rmSync(folder, { recursive: true });
    for (const words of [
      'lends you $30,000.00',
      '$29,650.00 reaches you',
      'every quarter',
      'If you miss a payment',
      '$25.00 once',
      'If you want to pay it back early',
      'Year by year',
    ])
      expect(text).toContain(words);
    expect(text).toContain(
      `So it costs you ${((costs().schedule.totalInterest + 35_000) / 100).toLocaleString('en-US', { style: 'currency', currency: 'USD' })}`,
    );
  });
  it('who owes reads the costs sheet at the front door, and nobody else', async () => {
    expect((await walk.act('wren', '/invite', { personId: walk.applicant.id })).status).toBe(200);
    const phone = await new Phone(cavren, 'ida@post.example', walk.sentTo(1), walk.reference).comeIn();
    const { payment } = costs();
    expect(phone.view.costs?.payment).toBe((payment / 100).toLocaleString('en-US', { style: 'currency', currency: 'USD' }));
    const { status, response } = await phone.get('/api/door/costs');
    expect([status, response.rawPayload.subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
    expect((await cavren.stranger().get('/api/door/costs')).status).toBe(401);
  });
  it('waits for what lacks, and is for staff only', async () => {
    const empty = await openFile(cavren);
    expect([(await take('costs.pdf', empty)).status, code(await take('costs.pdf', empty))]).toEqual([409, 'request-incomplete']);
    expect((await take('anything.exe')).status).toBe(422);
    expect((await cavren.stranger().get(`${walk.url}/take-along/costs.pdf`)).status).toBe(401);
    expect((await take('costs.pdf', await openOther('quay-cottages'))).status).toBe(404);
  });
});

describe('what was before loans had parts', () => {
  it('a product goes on costing the same', () => {
    const old = {
      amountIs: 'loan',
      incomeShare: { wage: 1 },
      pricing: { annualRate: 0.0795, stressAdded: 0.03, fee: 35_000 },
      bounds: { termMonths: { least: 12, most: 120 } },
      household: { incomeOf: ['applicant'] },
    };
    const { costs, household, ...rest } = upgradeProduct({ ...old, line: 'lending' }) as {
      costs: Record<string, unknown>;
      household: unknown;
      pricing?: unknown;
      guarantor: unknown;
    };
    expect(rest.pricing).toBeUndefined();
    expect(household).toMatchObject({
      counts: { applicant: { income: 1, debts: 1 }, coApplicant: { income: 0, debts: 1 }, contact: { income: 0, housing: 1, debts: 0, worth: 1 } },
    });
    expect(rest.guarantor).toBeNull();
    expect(costs).toMatchObject({
      dayCount: 'equalPeriods',
      every: ['month'],
      parts: [{ kind: 'level', annualRate: 0.0795, stressAdded: 0.03 }],
      fees: [{ paid: 'withheld', inRate: true }],
    });
    expect((upgradeProduct({ ...old, amountIs: 'rent', line: 'leasing' }) as { costs: unknown }).costs).toBeNull();
    expect(upgradePack({ identityNumber: { kind: 'us-ssn' } })).toMatchObject({ rateMethod: 'regulationZ' });
  });
  it('a decision that was kept then comes out to the same cent now', async () => {
    const walk = await typed();
    const now = calculate(walk.file, isoDate(walk.view.today));
    const { parts, securities, payrolls, accounts, product, pack, ...input } = now.input;
    expect([parts, securities, payrolls, accounts]).toEqual([[], [], [], []]);
    const { costs, ...definition } = product;
    const { rateMethod, ...place } = pack;
    expect(rateMethod).toBe('regulationZ');
    const fee = costs?.fees[0]?.brackets[0]?.flat ?? minor(0);
    const then = {
      ...now,
      version: 1,
      // The fee was counted on top of the payments then.
      figures: affordability({ ...now.input, worksAs: 1 }, isoDate(walk.view.today)).figures.map((one) =>
        one.measure === 'totalPayable' ? { ...one, value: (one.value ?? 0) + fee } : one,
      ),
      input: { ...input, pack: place, product: { ...definition, pricing: { annualRate: 0.0795, stressAdded: 0.03, fee } } },
    } as unknown as Calculation;
    expect(isWhole(then)).toBe(true);
    const { differences, figures } = recalculate(then);
    expect(differences).toEqual([]);
    expect(figures.find(({ measure }) => measure === 'payment')?.value).toBe(figure(walk, 'payment')?.value);
  });
});
