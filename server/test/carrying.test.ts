import type { KeptCalculation } from '@cavren/contract';
import { addDays, affordability, calculate, computePath, isoDate, type Calculation } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect, spoken } from '../../core/test/spoken';
import { makePool, recalculateAll } from '../src/calculation/index';
import { upgradePack, upgradeProduct } from '../src/products/upgrade';
import { dayAtHome, change, makeCavren, openFile, problems, REFIT_VERSION, Walk, type TestCavren } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const figuresOf = (walk: Walk) => computePath(walk.file, walk.view.today).figures;
const open = (walk: Walk) =>
  computePath(walk.file, walk.view.today)
    .entries.map(({ key }) => key)
    .filter((key) => /^(question|figure|donor|old|over|balance):/.test(key));

describe('a guarantor over HTTP', () => {
  it('is measured apart, an exception is for their figure alone, and nothing of theirs moves the applicant’s', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    const before = figuresOf(walk).figures.map(({ measure, value }) => [measure, value]);
    const added = await walk.details([
      change.add(
        'person',
        { role: 'guarantor', fullName: 'Odd Rasmus', birthDate: '1970-02-03', idNumber: '936-41-7738', phone: '(212) 555-0192' },
        'surety-odd',
      ),
      change.add('home', {
        personId: 'surety-odd',
        line: '4 Sound Row',
        town: 'Quillhaven',
        region: 'QH',
        since: '2012-01-01',
        tenure: 'rented',
        monthlyCost: 90_000,
      }),
      change.add('debt', { lender: 'Gull', kind: 'personalLoan', owners: 'surety-odd', payment: 30_000, balance: 900_000 }),
      change.add('asset', { kind: 'savings', value: 5_000_000, owners: 'surety-odd' }),
    ]);
    expect(added.status).toBe(200);
    expect(figuresOf(walk).figures.map(({ measure, value }) => [measure, value])).toEqual(before);
    const keys = () => computePath(walk.file, walk.view.today).entries.map(({ key }) => key);
    expect(keys()).toContain('guarantor:surety-odd');
    await walk.details([
      change.add('income', { personId: 'surety-odd', kind: 'wage', source: 'Clinic', amount: 120_000, frequency: 'monthly', since: '2015-01-01' }),
    ]);
    expect(keys()).toContain('figure:dtiAfter:surety-odd');
    const ask = (subject: string) => walk.act('wren', '/exceptions', { subject, reason: 'His house is let from spring on' });
    // Of a figure without a limit, of nobody, and of the applicant's own figure that is inside.
    for (const subject of ['figure:payment:surety-odd', 'figure:dtiAfter:nobody', 'figure:dtiAfter:surety-odd:odd', `figure:dtiAfter:${walk.applicant.id}`])
      expect([subject, (await ask(subject)).body]).toMatchObject([subject, { code: 'nothing-to-excuse' }]);
    expect((await ask('figure:dtiAfter:surety-odd')).status).toBe(200);
    expect(walk.file.exceptions).toMatchObject([{ subject: 'figure:dtiAfter:surety-odd', answer: null }]);
    expect((await walk.act('wren', `/exceptions/${walk.file.exceptions[0]?.id ?? ''}`, { answer: 'granted' })).status).toBe(403);
    expect((await walk.act('ansel', `/exceptions/${walk.file.exceptions[0]?.id ?? ''}`, { answer: 'granted' })).status).toBe(200);
    expect(keys()).not.toContain('figure:dtiAfter:surety-odd');
    // A still weaker figure is another one.
    await walk.details([change.add('debt', { lender: 'Tern', kind: 'payday', owners: 'surety-odd', payment: 20_000, balance: 40_000 })]);
    expect(keys()).toContain('figure:dtiAfter:surety-odd');
  });
});

describe('income, commitments and worth over HTTP', () => {
  it('keeps every field of a source, and refuses what can’t be, at the field', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    const values = {
      personId: id,
      kind: 'selfEmployed',
      source: 'Holm Diving',
      since: '2015-04-01',
      yearEnd: '2025-12-31',
      profitLatest: 3_600_000,
      addBackLatest: 240_000,
      profitBefore: -120_000,
      addBackBefore: 0,
      extraMonths: 0,
    };
    await walk.details([change.add('income', values, 'income-self')]);
    expect(walk.file.incomes[0]).toMatchObject({ ...values, untaxed: false, netAmount: null, yieldRate: null });
    // Rising from a loss: both years over 24 months.
    expect(figuresOf(walk).monthlyIncome).toBe((3_600_000 + 240_000 - 120_000) / 24);
    await walk.details([
      change.add('income', { personId: id, kind: 'investment', capital: 6_000_000, yieldRate: 0.0425 }, 'income-yield'),
      change.add('debt', { lender: 'Gull', kind: 'creditCard', owners: id, payment: 4000, balance: 300_000, limit: 800_000, rate: 0.219 }, 'debt-card'),
      change.add(
        'asset',
        { kind: 'gift', value: 100_000, valueOn: '2026-01-05', donor: 'Aunt', donorRelation: 'Aunt', downPaymentPart: 100_000, owners: id },
        'asset-gift',
      ),
    ]);
    expect(walk.file.incomes[1]).toMatchObject({ capital: 6_000_000, yieldRate: 0.0425 });
    expect(walk.file.debts[0]).toMatchObject({ owners: id, limit: 800_000, rate: 0.219 });
    expect(walk.file.assets[0]).toMatchObject({ donor: 'Aunt', valueOn: '2026-01-05' });
    const set = (entity: 'income' | 'debt' | 'asset', row: string, field: string, value: string | number) =>
      walk.details([change.set(entity, row, field, value)]);
    expect(problems(await set('income', 'income-self', 'until', '2015-03-31'))).toEqual([['until', 'It can’t end before it begins']]);
    expect(problems(await set('income', 'income-self', 'probationUntil', '2015-03-31'))).toEqual([
      ['probationUntil', 'Probation can’t end before the job begins'],
    ]);
    expect(problems(await set('income', 'income-self', 'yearToDateAt', '2149-01-01'))).toEqual([['yearToDateAt', 'This date lies in the future']]);
    expect(problems(await set('income', 'income-self', 'monthsSeen', 0))).toEqual([['monthsSeen', 'At least one month']]);
    expect(problems(await set('income', 'income-yield', 'yieldRate', 1.5))).toEqual([['yieldRate', 'At most 100 %']]);
    expect(problems(await set('debt', 'debt-card', 'owners', 'nobody-here'))).toEqual([['owners', 'One of them is not in the file']]);
    expect(problems(await set('debt', 'debt-card', 'balance', -5))).toEqual([['balance', 'An amount can’t be below zero']]);
    expect(problems(await set('asset', 'asset-gift', 'valueOn', '2149-01-01'))).toEqual([['valueOn', 'This date lies in the future']]);
  });

  it('settlement sheets, a raise and four years of accounts are kept and counted, and what can’t be is refused', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    const { today } = walk.view;
    const year = Number(today.slice(0, 4));
    await walk.details([
      change.add('income', { personId: id, kind: 'catchShare', source: 'Grey Tern' }, 'income-lay'),
      change.add(
        'income',
        { personId: id, kind: 'wage', source: 'Net loft', amount: 200_000, frequency: 'monthly', raisedTo: 220_000, raisedOn: today },
        'income-net',
      ),
      change.add(
        'income',
        {
          personId: id,
          kind: 'selfEmployed',
          yearEnd: `${year - 1}-12-31`,
          profitLatest: 3_600_000,
          profitBefore: 3_000_000,
          profitThird: 2_400_000,
          profitFourth: 1_800_000,
        },
        'income-four',
      ),
    ]);
    const sheet = {
      incomeId: 'income-lay',
      season: 'Herring',
      since: `${year - 2}-04-01`,
      until: `${year - 2}-08-31`,
      landed: 18_000_000,
      costs: 6_000_000,
      lay: 0.08,
    };
    await walk.details([
      change.add('settlement', sheet, 'sheet-one'),
      change.add('settlement', { ...sheet, since: `${year - 1}-04-01`, until: `${year - 1}-08-31` }, 'sheet-two'),
    ]);
    expect(walk.file.settlements).toMatchObject([sheet, { id: 'sheet-two' }]);
    const counted = (of: string) => figuresOf(walk).incomes.find(({ income }) => income.id === of)?.counted.value;
    // (180,000 − 60,000) × 8 % twice, over 24 months; the raised pay; the average of four years.
    expect([counted('income-lay'), counted('income-net'), counted('income-four')]).toEqual([80_000, 220_000, 225_000]);
    const set = (entity: 'income' | 'settlement', row: string, field: string, value: string | number) => walk.details([change.set(entity, row, field, value)]);
    expect(problems(await set('settlement', 'sheet-one', 'incomeId', 'income-net'))).toEqual([
      ['incomeId', 'Choose a share of the catch that is in this file'],
    ]);
    expect(problems(await set('settlement', 'sheet-one', 'until', `${year - 2}-03-31`))).toEqual([['until', 'It can’t end before it begins']]);
    expect(problems(await set('settlement', 'sheet-one', 'until', `${year + 2}-03-31`))).toEqual([['until', 'This date lies in the future']]);
    expect(problems(await set('settlement', 'sheet-one', 'lay', 1.2))).toEqual([['lay', 'At most 100 %']]);
    expect(problems(await set('settlement', 'sheet-one', 'landed', -1))).toEqual([['landed', 'An amount can’t be below zero']]);
    expect(problems(await set('income', 'income-net', 'raisedOn', `${year + 2}-12-01`))).toEqual([['raisedOn', 'This lies more than 12 months ahead']]);
    expect(problems(await set('income', 'income-net', 'since', `${year + 2}-12-01`))).toEqual([['since', 'This lies more than 12 months ahead']]);
    // A job that begins next month can be keyed; it counts once a paper shows it.
    await set('income', 'income-net', 'since', addDays(today, 20));
    expect(counted('income-net')).toBe(0);
  });

  it('whose a debt is follows the people: one who goes is an owner no more', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    await walk.details([
      change.add('person', { role: 'coApplicant', fullName: 'Bram Holm' }, 'partner-1'),
      change.add('debt', { lender: 'Both', payment: 5000, owners: `${id} partner-1` }, 'debt-both'),
      change.add('debt', { lender: 'His', payment: 7000, owners: 'partner-1' }, 'debt-his'),
    ]);
    await walk.details([change.remove('person', 'partner-1')]);
    expect(walk.file.debts.map(({ owners }) => owners)).toEqual([id, null]);
  });

  it('a question that the figures raise stands on the Path until it is explained, and comes back with other figures', async () => {
    const walk = await openFile(cavren);
    const { id } = walk.applicant;
    const year = Number(walk.view.today.slice(0, 4)) - 1;
    await walk.details([
      change.add(
        'income',
        {
          personId: id,
          kind: 'wage',
          source: 'Ferries',
          amount: 300_000,
          frequency: 'monthly',
          since: '2019-01-01',
          yearToDate: 2_000_000,
          yearToDateAt: `${year}-12-31`,
        },
        'income-ytd',
      ),
    ]);
    const [key] = open(walk).filter((entry) => entry.startsWith('question:'));
    expect(key).toBe(`question:yearToDate:income-ytd:${Math.round(2_000_000 / 12)}/300000`);
    const subject = key?.slice('question:'.length) ?? '';
    expect(problems(await walk.details([change.add('explanation', { subject, text: 'no' }, 'explain-1')]))).toEqual([['text', 'Explain in a few words']]);
    expect((await walk.details([change.add('explanation', { subject, text: 'Unpaid leave from May to August' }, 'explain-1')])).status).toBe(200);
    expect(open(walk).filter((entry) => entry.startsWith('question:'))).toEqual([]);
    expect(problems(await walk.details([change.add('explanation', { subject, text: 'Said again' }, 'explain-2')]))).toEqual([
      ['subject', 'This was explained already: change what was said'],
    ]);
    await walk.details([change.set('income', 'income-ytd', 'yearToDate', 2_100_000)]);
    expect(open(walk).filter((entry) => entry.startsWith('question:'))).toHaveLength(1);
  });

  it('a deep fall of profit goes to an approver, who isn’t the one who asks', async () => {
    const walk = await openFile(cavren);
    await walk.details([
      change.add(
        'income',
        { personId: walk.applicant.id, kind: 'selfEmployed', source: 'Diving', profitLatest: 2_000_000, profitBefore: 4_000_000, yearEnd: '2025-12-31' },
        'income-fall',
      ),
    ]);
    const subject = 'income:falling:income-fall:0.5000';
    expect((await walk.act('wren', '/exceptions', { subject: 'income:falling:income-fall:0.4000', reason: 'not this one' })).body).toMatchObject({
      code: 'nothing-to-excuse',
    });
    expect((await walk.act('wren', '/exceptions', { subject, reason: 'The boat was laid up for a new engine' })).status).toBe(200);
    const exception = walk.file.exceptions[0]?.id ?? '';
    expect((await walk.act('wren', `/exceptions/${exception}`, { answer: 'granted' })).status).toBe(403);
    expect((await walk.act('ansel', `/exceptions/${exception}`, { answer: 'granted' })).status).toBe(200);
    expect(open(walk).filter((entry) => entry.startsWith('question:falling'))).toEqual([]);
    await walk.details([change.set('income', 'income-fall', 'profitLatest', 1_900_000)]);
    expect(open(walk).filter((entry) => entry.startsWith('question:falling'))).toHaveLength(1);
  });

  it('under another place’s rules income counts after tax, at the tables of that place', async () => {
    const tamsin = await cavren.as('tamsin');
    const { body } = await tamsin.post<{ reference: string }>('/api/files', {
      product: 'tools-gear',
      channel: 'counter',
      receivedOn: dayAtHome(),
      personId: null,
      fullName: 'Manaia Tester',
      birthDate: '1991-02-03',
    });
    const walk = await new Walk(cavren, body.reference).look();
    await walk.details(
      [change.add('income', { personId: walk.applicant.id, kind: 'wage', source: 'Longline', amount: 500_000, frequency: 'monthly' }, 'income-nz')],
      'tamsin',
    );
    const { monthlyIncome, grossIncome, netIncome } = figuresOf(walk);
    expect(grossIncome).toBe(500_000);
    expect(monthlyIncome).toBe(netIncome);
    expect(monthlyIncome).toBeLessThan(420_000);
    await walk.details([change.set('income', 'income-nz', 'netAmount', 401_000)], 'tamsin');
    expect(figuresOf(walk).monthlyIncome).toBe(401_000);
  });
});

describe('cover that asks for the coming year', () => {
  it('counts a contract for the months in which it still pays, from the day that cover starts', async () => {
    const { body } = await (
      await cavren.as('tamsin')
    ).post<{ reference: string }>('/api/files', {
      product: 'crew-cover',
      channel: 'counter',
      receivedOn: dayAtHome(),
      personId: null,
      fullName: 'Crew Tester',
      birthDate: '1992-03-04',
    });
    const walk = await new Walk(cavren, body.reference).look();
    const wage = { personId: walk.applicant.id, kind: 'wage', source: 'Longline', amount: 600_000, frequency: 'monthly', since: '2020-01-01' };
    await walk.details([change.set('request', null, 'advanceOn', '2027-02-01'), change.add('income', wage, 'income-crew')], 'tamsin');
    expect(figuresOf(walk).monthlyIncome).toBe(600_000);
    await walk.details([change.set('income', 'income-crew', 'until', '2027-06-30')], 'tamsin');
    // February to June: five months of twelve.
    expect(figuresOf(walk).monthlyIncome).toBe(250_000);
    expect(figuresOf(walk).incomes[0]?.leftOut).toBe('Months of the coming year until it ends on 30 Jun 2027');
    // Nobody is covered yet.
    expect(figuresOf(walk).figures.find(({ measure }) => measure === 'premium')?.value).toBeNull();
  });
});

describe('the calculation that a decision rests on', () => {
  const decided = async (): Promise<Walk> => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    await walk.act('wren', '/move');
    await cavren.db.query("UPDATE file SET stage = 'deciding' WHERE reference = :reference", { replacements: { reference: walk.reference } });
    await walk.look();
    expect((await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['income-insufficient'], comment: null })).status).toBe(200);
    return walk;
  };
  const keptOf = async (walk: Walk, who = 'ansel') =>
    (await cavren.as(who)).get<KeptCalculation>(`${walk.url}/decision/${walk.file.decisions.at(-1)?.id ?? ''}/calculation`);

  it('is kept whole, with rules and tables, and comes out to the same cent', async () => {
    const walk = await decided();
    const then = figuresOf(walk).figures;
    const { status, body } = await keptOf(walk);
    expect(status).toBe(200);
    expect(body).toMatchObject({ kept: true, today: walk.view.today, product: `Workboat refit loan, version ${REFIT_VERSION}`, differences: [] });
    expect(body.figures).toEqual(spoken(JSON.parse(JSON.stringify(then))));
    // New rules change what a new file gets, and nothing about what was decided.
    await cavren.db.query("UPDATE product SET definition = REPLACE(definition, '0.0795', '0.0995') WHERE code = 'workboat-refit'");
    expect((await keptOf(walk)).body).toMatchObject({ differences: [], figures: spoken(body.figures) });
    await cavren.db.query("UPDATE product SET definition = REPLACE(definition, '0.0995', '0.0795') WHERE code = 'workboat-refit'");
    expect((await cavren.stranger().get(`${walk.url}/decision/${walk.file.decisions[0]?.id ?? ''}/calculation`)).status).toBe(401);
    expect((await (await cavren.as('ansel')).get(`${walk.url}/decision/nothing-here/calculation`)).status).toBe(404);
  });

  it('all of them are worked again on worker threads, and one that was tampered with is found', async () => {
    const walk = await decided();
    const id = walk.file.decisions.at(-1)?.id ?? '';
    const before = await recalculateAll(cavren.services.decisionStore);
    expect(before.count).toBeGreaterThan(0);
    expect(before.astray).toEqual([]);
    const kept = JSON.parse((await cavren.services.decisionStore.kept([id]))[0]?.calculation ?? '') as Calculation;
    const [payment] = kept.figures;
    const forged = { ...kept, figures: kept.figures.map((figure) => (figure === payment ? { ...figure, value: (figure.value ?? 0) + 1 } : figure)) };
    await cavren.db.query('UPDATE decision SET figures = :figures WHERE id = :id', { replacements: { figures: JSON.stringify(forged), id } });
    expect(await recalculateAll(cavren.services.decisionStore)).toEqual({ count: before.count, astray: [id] });
    expect((await keptOf(walk)).body.differences).toEqual([{ measure: 'payment', then: (payment?.value ?? 0) + 1, now: payment?.value }]);
    // What the first release kept of a decision has no input: nothing is made up for it.
    await cavren.db.query('UPDATE decision SET figures = :figures WHERE id = :id', { replacements: { figures: JSON.stringify({ figures: [] }), id } });
    expect((await keptOf(walk)).body).toMatchObject({ kept: false, figures: [] });
    expect((await recalculateAll(cavren.services.decisionStore)).count).toBe(before.count - 1);
  });

  it('many at once come back in their order', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    const right = calculate(walk.file, isoDate(walk.view.today));
    const wrong = { ...right, figures: right.figures.map((figure) => ({ ...figure, value: figure.value === null ? 1 : figure.value + 1 })) };
    const pool = makePool(2);
    const all = Array.from({ length: 130 }, (_, at) => JSON.stringify(at % 7 === 3 ? wrong : right));
    const results = await pool.recalculate(all);
    expect(results).not.toContain(null);
    expect(results.map((differences) => (differences ?? 0) > 0)).toEqual(all.map((_, at) => at % 7 === 3));
    // The same files under other rules.
    const { product, pack, ...file } = right.input;
    const strict = { ...product, limits: [{ measure: 'dtiAfter' as const, bound: 'most' as const, value: 0.01, rule: 'strict' }] };
    const files = [file, { ...file, incomes: [] }].map((one) => JSON.stringify(one));
    expect(await pool.verdicts({ product, pack }, right.today, files)).toEqual(['inside', 'unknown']);
    expect(await pool.verdicts({ product: strict, pack }, right.today, files)).toEqual(['outside', 'unknown']);
    await pool.close();
  });
});

describe('products of before', () => {
  it('count as they did: a share of each kind, nothing else', async () => {
    const walk = await openFile(cavren);
    await walk.typeAll();
    const { income, commitments, worth, amountIs, repaymentFactors, ...rest } = walk.file.product;
    expect([income, commitments, worth, amountIs, repaymentFactors]).not.toContain(undefined);
    const { taxes: _taxes, benchmark: _benchmark, residualIncome: _residual, guideline: _guideline, yearStarts: _starts, ...pack } = walk.file.pack;
    const limits = rest.limits.filter(({ measure }) => measure !== 'residualIncome');
    const product = upgradeProduct({ ...rest, limits, measures: ['dtiBefore', 'moneyLeft'], incomeShare: { wage: 0.5 } }) as typeof walk.file.product;
    const figures = affordability({ ...walk.file, product, pack: upgradePack(pack) as typeof walk.file.pack }, isoDate(walk.view.today));
    expect(figures.monthlyIncome).toBe(230_000);
    expect(figures.living).toMatchObject({ declared: 60_000, benchmark: null });
    expect(figures.questions).toEqual([]);
  });
});
