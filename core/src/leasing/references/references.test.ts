import { describe, expect, it } from 'vitest';
import { person, sampleFile, shippedProduct } from '../../../test/sample';
import { isoDate, type IsoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { Home } from '../../people/home/index';
import { computePath } from '../../gates/path/index';
import { aboutLetting, compareLetting, lettingConcerns, lettingFaults, lettingsOf, reachedAlike, type LettingReference, type LettingSaid } from './index';

const TODAY = isoDate('2026-11-20');
const PRODUCT = shippedProduct('quay-cottages');
const TENANT = person({ id: 'tenant', role: 'applicant', fullName: 'Ida Holm', phone: '+12125550101' });
const REFEREE = person({ id: 'referee', role: 'referee', fullName: 'Perpetua Gale', phone: '+12125550173' });
const home = (values: Partial<Home> = {}): Home => ({
  id: 'home',
  createdAt: '2026-11-02T08:00:00.000Z',
  personId: 'tenant',
  line: '4 Capstan Row',
  town: 'Quillhaven',
  region: null,
  postalCode: null,
  country: null,
  district: null,
  since: isoDate('2019-05-01'),
  until: null,
  tenure: 'rented',
  floorArea: null,
  monthlyCost: minor(80_000),
  refereeId: 'referee',
  ...values,
});
const fileOf = (homes: Home[], values: Partial<FileState> = {}): FileState => ({
  ...sampleFile({ product: PRODUCT, people: [TENANT, REFEREE], homes, receivedOn: isoDate('2026-11-02'), ...values }),
});
const asked = (about: Home, values: Partial<LettingReference> = {}): LettingReference => ({
  id: 'asked',
  homeId: about.id,
  refereeId: 'referee',
  about: aboutLetting(about),
  state: 'asked',
  askedAt: '2026-11-03T08:00:00.000Z',
  askedBy: 'Wren',
  answeredAt: null,
  how: null,
  takenBy: null,
  said: null,
  reason: null,
  ...values,
});
const FINE = { paidLate: 'No', damage: 'No', neighbours: 'No', again: 'Yes' };
const said = (values: Partial<LettingSaid> = {}): LettingSaid => ({
  since: isoDate('2019-05-01'),
  until: null,
  monthlyCost: minor(80_000),
  answers: FINE,
  remark: null,
  ...values,
});

describe('which lettings are asked about', () => {
  const ids = (...homes: Home[]) => lettingsOf(fileOf(homes)).map((letting) => letting.home.id);
  it('is what was rented in the product’s years before the file was received', () => {
    const ended = (until: string) => home({ until: isoDate(until) });
    expect([ids(home()), ids(ended('2024-11-02')), ids(ended('2024-11-01'))]).toEqual([['home'], ['home'], []]);
    for (const tenure of ['owned', 'mortgaged', 'withFamily', null] as const) expect([tenure, ids(home({ tenure }))]).toEqual([tenure, []]);
    expect(ids(home({ line: null }))).toEqual([]);
  });
  it('is only those in the product’s roles, and none where it asks nobody', () => {
    expect(lettingsOf(fileOf([home()], { people: [{ ...TENANT, role: 'guarantor' }, REFEREE] }))).toEqual([]);
    expect(lettingsOf(fileOf([home()], { product: shippedProduct('skerry-berths') }))).toEqual([]);
    expect(lettingsOf(fileOf([home()], { product: shippedProduct('workboat-refit') }))).toEqual([]);
  });
  it('is a place once, whoever states it, in whatever way it is written', () => {
    const partner = person({ id: 'partner', role: 'coApplicant', fullName: 'Nessa Holm' });
    const file = fileOf(
      [home(), home({ id: 'same', personId: 'partner', line: '4 capstan row.' }), home({ id: 'other', personId: 'partner', line: '9 Quay' })],
      {
        people: [TENANT, partner, REFEREE],
      },
    );
    expect(lettingsOf(file).map((one) => [one.home.id, one.tenants.map(({ id }) => id)])).toEqual([
      ['home', ['tenant', 'partner']],
      ['other', ['partner']],
    ]);
  });
  it('has for a referee only somebody who is one', () => {
    const refereeOf = (refereeId: string | null) => lettingsOf(fileOf([home({ refereeId })]))[0]?.referee?.id ?? null;
    expect([refereeOf('referee'), refereeOf('tenant'), refereeOf('gone'), refereeOf(null)]).toEqual(['referee', null, null, null]);
    expect(reachedAlike(fileOf([]), REFEREE)).toBeNull();
    expect(reachedAlike(fileOf([]), { ...REFEREE, phone: TENANT.phone })?.id).toBe('tenant');
    expect(reachedAlike(fileOf([]), { ...REFEREE, phone: null, email: null })).toBeNull();
  });
});

describe('an answer', () => {
  const withOne = (reference: Partial<LettingReference>, now: Partial<Home> = {}) => fileOf([home(now)], { references: [asked(home(), reference)] });
  const keys = (file: FileState) =>
    computePath(file, TODAY).entries.flatMap(({ key, holder }) => (/^(referee|letting|reference):/.test(key) ? [`${key} ${holder}`] : []));
  it('is waited for, settled, or to be gone on without', () => {
    expect(keys(fileOf([home({ refereeId: null })]))).toEqual(['referee:home officer']);
    expect(keys(fileOf([home()]))).toEqual(['letting:home officer']);
    expect(keys(withOne({}))).toEqual(['reference:asked service']);
    expect(keys(withOne({ state: 'declined' }))).toEqual(['reference:asked officer']);
    expect(keys(withOne({ state: 'answered', said: said() }))).toEqual([]);
    expect(keys(withOne({ state: 'setAside', reason: 'Moved away' }))).toEqual([]);
  });
  it.each<Partial<Home>>([
    { since: isoDate('2019-06-01') },
    { until: isoDate('2026-09-30') },
    { monthlyCost: minor(80_001) },
    { line: '5 Capstan Row' },
    { personId: 'somebody' },
  ])('is about the letting as it was stated: %j is another one', (now) => {
    expect(aboutLetting(home(now))).not.toBe(aboutLetting(home()));
  });
  it('is kept where what nobody was asked about changes', () => {
    const kept = { state: 'answered' as const, said: said() };
    expect(keys(withOne(kept, { postalCode: '00412', floorArea: 900 }))).toEqual([]);
    expect(keys(withOne(kept, { monthlyCost: minor(1) }))).toEqual(['letting:home officer']);
  });
  it('agrees within a month, and to the cent', () => {
    const agrees = (stated: Partial<Home>, told: Partial<LettingSaid>) => compareLetting(home(stated), said(told)).map((one) => one.agrees);
    expect(agrees({}, {})).toEqual([true, true, true]);
    expect(agrees({}, { since: isoDate('2019-05-31') })).toEqual([true, true, true]);
    expect(agrees({}, { since: isoDate('2019-06-01') })).toEqual([false, true, true]);
    expect(agrees({}, { until: isoDate('2026-01-31') })).toEqual([true, false, true]);
    expect(agrees({}, { monthlyCost: minor(80_001) })).toEqual([true, true, false]);
    expect(agrees({ since: null, monthlyCost: null }, {})).toEqual([false, true, false]);
  });
  it('is pointed to where the product says so, and where it differs', () => {
    const concerns = (told: Partial<LettingSaid>) => {
      const [letting] = lettingsOf(withOne({ state: 'answered', said: said(told) }));
      return letting ? lettingConcerns(fileOf([]), letting).length : null;
    };
    expect([concerns({}), concerns({ answers: { ...FINE, neighbours: 'Once or twice' } }), concerns({ answers: { ...FINE, neighbours: 'Often' } })]).toEqual([
      0, 0, 1,
    ]);
    expect(concerns({ monthlyCost: minor(1), answers: { ...FINE, again: 'No', paidLate: 'Yes' } })).toBe(3);
  });
  it('is refused where it can’t be', () => {
    const faults = (told: Partial<LettingSaid>, today: IsoDate = TODAY) => lettingFaults(fileOf([]), said(told), today).map(({ field }) => field);
    expect(faults({})).toEqual([]);
    expect(faults({ since: isoDate('2026-11-21') })).toEqual(['since']);
    expect(faults({ until: isoDate('2019-04-30') })).toEqual(['until']);
    expect(faults({ until: isoDate('2026-11-21') })).toEqual(['until']);
    expect(faults({ until: TODAY })).toEqual([]);
    expect(faults({ answers: { ...FINE, damage: 'Perhaps', rich: 'Yes' } })).toEqual(['answers/damage', 'answers/rich']);
    expect(faults({ answers: {} })).toHaveLength(4);
  });
});
