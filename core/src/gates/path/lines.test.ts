import type { Home } from '../../people/home/index';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { barToMove, computePath } from './index';
import { conditionsOf } from '../../evidence/conditions/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { type ProductDefinition } from '../../file/product/index';
import { person, product, sampleFile, TODAY } from '../../../test/sample';

/** Another line is another definition: route, chapters, needs, conditions and limits are data. */
const lease: ProductDefinition = {
  ...product,
  code: 'quay-cottage',
  name: 'Quay cottage lease',
  line: 'leasing',
  route: ['details', 'gathering', 'deciding', 'signing', 'done'],
  chapters: ['people', 'home', 'income', 'conditions', 'decision', 'signing', 'history'],
  limits: [{ measure: 'dtiBefore', bound: 'most', value: 0.3, rule: 'Rent stays under 30 % of income.' }],
  needs: [{ entity: 'person', field: 'phone', label: 'Phone', before: 'details', why: 'to be reached', roles: ['applicant'] }],
  rows: [{ entity: 'home', label: 'Address now', before: 'gathering', why: 'where from', each: ['applicant'], chapter: 'home' }],
  checks: [],
  conditions: [
    { code: 'income', subject: 'income', kinds: ['wage'], label: 'Payslip', acceptable: ['Payslip'], why: 'shown' },
    { code: 'address', subject: 'home', label: 'Letter of the landlord', acceptable: ['Letter'], why: 'known' },
  ],
  days: { details: 2 },
};

const home = (monthlyCost: number): Home => ({
  id: 'home-a',
  createdAt: '2026-03-02T08:00:00.000Z',
  personId: 'person-a',
  refereeId: null,
  floorArea: null,
  line: '1 Quay',
  town: 'Q',
  region: null,
  postalCode: null,
  country: null,
  district: null,
  since: isoDate('2020-01-01'),
  until: null,
  tenure: 'rented',
  monthlyCost: minor(monthlyCost),
});

describe('a product of another line', () => {
  const file = sampleFile({ product: lease });
  it('goes its own route, in its own order of gates', () => {
    const path = computePath(file, TODAY);
    expect(path.next).toBe('gathering');
    expect(path.entries.map(({ gate }) => gate).filter((gate, at, all) => gate !== all[at - 1])).toEqual(['gathering', 'deciding', 'signing']);
    expect(computePath(sampleFile({ product: lease, stage: 'gathering' }), TODAY).next).toBe('deciding');
  });
  it('asks for what its definition asks for, and for nothing that another product does', () => {
    expect(barToMove(file, computePath(file, TODAY))).toBeNull();
    const silent = sampleFile({ product: lease, people: [person({ phone: null })] });
    expect(barToMove(silent, computePath(silent, TODAY))?.entries.map(({ what }) => what)).toEqual(['Phone of Ida Holm']);
    expect(computePath(file, TODAY).entries.some(({ key }) => key.startsWith('check:') || key.includes('payoutRouting'))).toBe(false);
    expect(computePath(file, TODAY).later.map(({ key }) => key)).toContain('rows:home::person-a');
  });
  it('has its own conditions, which follow the file', () => {
    expect(conditionsOf(file).map(({ title }) => title)).toEqual(['Payslip']);
    const housed = sampleFile({
      product: lease,
      homes: [home(90_000)],
    });
    expect(conditionsOf(housed).map(({ title, about }) => [title, about])).toEqual([
      ['Payslip', 'Ida Holm, Ferries'],
      ['Letter of the landlord', '1 Quay'],
    ]);
  });
  it('is held to its own limit', () => {
    const dear = sampleFile({
      product: lease,
      stage: 'gathering',
      homes: [home(130_000)],
    });
    expect(computePath(dear, TODAY).now.find(({ key }) => key === 'figure:dtiBefore')?.why).toBe('Rent stays under 30 % of income.');
  });
});
