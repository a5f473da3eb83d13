import { computePath } from '@cavren/core';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { inRoot } from '../../scripts/setup/place.mjs';
import { change, dayAtHome, makeCavren, openFile, problems, Walk, type TestCavren } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ places: ['us', 'nz'] });
});
afterAll(() => cavren.close());

let births = 0;
async function opened(): Promise<Walk> {
  const wish = {
    product: 'crew-cover',
    channel: 'counter',
    receivedOn: dayAtHome(),
    personId: null,
    fullName: 'Rowena Teal',
    birthDate: `${1985 - (births += 1)}-05-06`,
  };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  return new Walk(cavren, body.reference).look();
}
const COVER = { plan: 'year', benefit: 300_000, waitingDays: '30', benefitMonths: '24', occupation: 'skipper', tobacco: 'no', height: 170, weight: 65 };
const figure = (walk: Walk, measure: string) => computePath(walk.file, walk.view.today).figures.figures.find((one) => one.measure === measure);
const keys = (walk: Walk) => computePath(walk.file, walk.view.today).entries.map(({ key }) => key);

describe('crew income cover over HTTP', () => {
  it('is asked for person by person, costs what its rates say, and says what it is asked too much', async () => {
    const walk = await opened();
    const { id } = walk.applicant;
    expect(keys(walk)).toContain(`rows:cover::${id}`);
    const put = (values: object) => walk.details([change.add('cover', { personId: id, ...COVER, ...values })]);
    expect(problems(await put({ plan: 'gold' }))).toEqual([
      ['plan', 'Choose one that the product offers: Season plan, Year-round plan, Year-round plan with retraining'],
    ]);
    expect(problems(await put({ waitingDays: '31' }))).toEqual([['waitingDays', 'Choose one that the product offers: 14, 30, 90']]);
    expect(problems(await put({ height: 17 }))).toEqual([['height', 'Give the height in centimetres']]);
    expect(problems(await put({ personId: 'nobody-here' }))?.[0]?.[0]).toBe('personId');
    expect(problems(await walk.details([change.set('request', null, 'premiumMode', 'weekly')]))?.[0]?.[0]).toContain('premiumMode');
    await walk.details([
      change.set('request', null, 'premiumMode', 'quarter'),
      change.add('income', { personId: id, kind: 'wage', source: 'Longline', amount: 600_000, frequency: 'monthly', since: '2020-01-01' }),
      change.add('cover', { personId: id, ...COVER }, 'cover-one'),
    ]);
    expect(keys(walk)).not.toContain(`rows:cover::${id}`);
    // Half of what they earn, at 600,000 cents a month.
    expect(figure(walk, 'coverShare')).toMatchObject({ value: 0.5, verdict: 'inside' });
    const [before] = [figure(walk, 'premium')?.value ?? 0];
    expect(before).toBeGreaterThan(0);
    expect(figure(walk, 'premiumYear')?.value).toBe(before * 4);
    await walk.details([change.set('cover', 'cover-one', 'benefit', 500_000)]);
    expect(figure(walk, 'coverShare')).toMatchObject({ verdict: 'outside' });
    expect(figure(walk, 'premium')?.value).toBeGreaterThan(before);
    await walk.details([change.set('cover', 'cover-one', 'occupation', 'diver')]);
    expect(keys(walk)).toContain('cover:occupation:cover-one');
    expect(figure(walk, 'premium')?.value).toBeNull();
    // Lists show what would be paid a month.
    const [listed] = (await (await cavren.as('wren')).get<{ items: { amount: number }[] }>(`/api/files?text=${walk.reference}`)).body.items;
    expect(listed?.amount).toBe(500_000);
  });
  it('goes with the person who goes, and is refused where nothing is insured', async () => {
    const walk = await opened();
    await walk.details([
      change.add('person', { role: 'householdMember', fullName: 'Bo Teal', birthDate: '1990-01-01' }, 'bo-teal'),
      change.add('cover', { personId: 'bo-teal', ...COVER }, 'cover-bo'),
    ]);
    await walk.details([change.remove('person', 'bo-teal')]);
    expect(walk.file.covers).toEqual([]);
    const loan = await openFile(cavren);
    expect(problems(await loan.details([change.add('cover', { personId: loan.applicant.id })]))?.[0]?.[1]).toBe('Nothing is insured with this product');
    expect(problems(await loan.details([change.set('request', null, 'premiumMode', 'month')]))?.[0]?.[0]).toContain('premiumMode');
  });
});

describe('rates that are imported', () => {
  it('are refused by line before anybody meets them', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'rates-'));
    const start = (change: (csv: string) => string) => {
      cpSync(inRoot('server/data'), folder, { recursive: true });
      const at = join(folder, 'rates/crew-2026.csv');
      writeFileSync(at, change(readFileSync(at, 'utf8')));
      return makeCavren({ productFolder: folder, clean: true }).then((made) => made.close());
    };
    await expect(start((csv) => csv.replace('A,18,29,14,12,', 'A,18,29,14,12,x'))).rejects.toThrow(
      /crew-2026 can’t be used: line 2: rate is no number above zero/,
    );
    await expect(start((csv) => csv.replace('A,30,34,14,12,', 'A,29,34,14,12,'))).rejects.toThrow(/age 29 has two rates/);
    await expect(
      start((csv) =>
        csv
          .split('\n')
          .filter((line) => !line.startsWith('B,60'))
          .join('\n'),
      ),
    ).rejects.toThrow(/lack class B, 14 waiting days, 12 months/);
    rmSync(folder, { recursive: true, force: true });
  });
});
