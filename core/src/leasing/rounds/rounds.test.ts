import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { isoDate } from '../../basis/dates/index';
import { BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { canLapse } from '../../gates/lapse/index';
import { computePath } from '../../gates/path/index';
import { paper as paperFor, person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { drawn, numberOf, pointsOf, preferencesOf, sealOfSeed, turnFor, waitsInRound, type RoundOffer, type RoundStanding, type Waiter } from './index';

const said = (words: unknown): string => (typeof words === 'string' ? words : (words as { say: string }).say);
const TODAY = isoDate('2026-11-20');

describe('a draw', () => {
  const ENTRIES = fc
    .uniqueArray(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 60 })
    .chain((references) => fc.tuple(...references.map((reference) => fc.integer({ min: 0, max: 6 }).map((points) => ({ reference, points })))));
  it('numbers by SHA-256 of seed, colon and reference, as Node’s own does it', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (seed, reference) => {
        expect(numberOf(seed, reference)).toBe(createHash('sha256').update(`${seed}:${reference}`).digest('hex'));
      }),
    );
    // The digest of “abc” is an example of FIPS 180-4.
    expect(sealOfSeed('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });
  it('is a permutation that doesn’t depend on the order in which who takes part is given', () => {
    fc.assert(
      fc.property(ENTRIES, fc.string(), fc.integer(), (entries, seed, shuffle) => {
        const list = drawn(seed, entries);
        expect(list.map(({ reference }) => reference).sort()).toEqual(entries.map(({ reference }) => reference).sort());
        expect(list.map(({ rank }) => rank)).toEqual(entries.map((_, at) => at + 1));
        const turned = [...entries].sort((a, b) => (numberOf(String(shuffle), a.reference) < numberOf(String(shuffle), b.reference) ? -1 : 1));
        expect(drawn(seed, turned)).toEqual(list);
        expect(drawn(seed, entries, (text) => createHash('sha256').update(text).digest('hex'))).toEqual(list);
      }),
    );
  });
  it('never gives somebody a worse place for a preference', () => {
    fc.assert(
      fc.property(ENTRIES, fc.string(), fc.nat(), fc.integer({ min: 1, max: 5 }), (entries, seed, at, more) => {
        const one = entries[at % Math.max(1, entries.length)];
        if (!one) return;
        const placeIn = (list: readonly { reference: string; points: number }[]) =>
          drawn(seed, list).find(({ reference }) => reference === one.reference)?.rank ?? 0;
        const raised = entries.map((entry) => (entry === one ? { ...entry, points: entry.points + more } : entry));
        expect(placeIn(raised)).toBeLessThanOrEqual(placeIn(entries));
      }),
    );
  });
  it('gives each of four the first place about as often, over many seeds', () => {
    const first = new Map<string, number>();
    const entries = ['A', 'B', 'C', 'D'].map((reference) => ({ reference, points: 0 }));
    for (let seed = 0; seed < 4_000; seed += 1) {
      const winner = drawn(String(seed), entries)[0]?.reference ?? '';
      first.set(winner, (first.get(winner) ?? 0) + 1);
    }
    // Chi-squared with three degrees of freedom: beyond 16.27 in one of a thousand (a table of the distribution, from memory).
    const chi = [...first.values()].reduce((sum, count) => sum + (count - 1_000) ** 2 / 1_000, 0);
    expect(first.size).toBe(4);
    expect(chi).toBeLessThan(16.27);
  });
  it('refuses who takes part twice', () => {
    expect(() =>
      drawn('s', [
        { reference: 'A', points: 0 },
        { reference: 'A', points: 1 },
      ]),
    ).toThrow(RangeError);
  });
});

describe('whose turn it is', () => {
  const waiter = (reference: string, rank: number, values: Partial<Waiter> = {}): Waiter => ({
    reference,
    rank,
    bedrooms: 2,
    open: true,
    offers: [],
    ...values,
  });
  const unit = { id: 'stock.a', bedrooms: 2 };
  const no = (unitId = 'stock.b') => ({ unitId, state: 'refused' as const });
  it('is the first who waits for a home of that size', () => {
    const list = [waiter('C', 3), waiter('A', 1, { bedrooms: 1 }), waiter('B', 2)];
    expect(turnFor(unit, list, 3)?.reference).toBe('B');
    expect(turnFor({ id: 'stock.x', bedrooms: 5 }, list, 3)).toBeNull();
  });
  it('passes over who has ended, has an offer or a home, refused this one, or refused as many as end a place', () => {
    const list = [
      waiter('ended', 1, { open: false }),
      waiter('offered', 2, { offers: [{ unitId: 'stock.b', state: 'open' }] }),
      waiter('housed', 3, { offers: [{ unitId: 'stock.b', state: 'accepted' }] }),
      waiter('this', 4, { offers: [no('stock.a')] }),
      waiter('thrice', 5, { offers: [no('stock.b'), no('stock.c'), { unitId: 'stock.d', state: 'lapsed' }] }),
      waiter('next', 6, { offers: [no(), no('stock.c')] }),
    ];
    expect(turnFor(unit, list, 3)?.reference).toBe('next');
  });
  it('comes to somebody again whose offer was taken back', () => {
    expect(turnFor(unit, [waiter('A', 1, { offers: [{ unitId: 'stock.a', state: 'takenBack' }] })], 3)?.reference).toBe('A');
  });
});

describe('a file in a round', () => {
  const standing = (values: Partial<RoundStanding> = {}): RoundStanding => ({
    code: 'r',
    name: 'Autumn',
    opensOn: isoDate('2026-11-01'),
    closesOn: isoDate('2026-11-30'),
    drawnAt: null,
    number: null,
    points: null,
    rank: null,
    of: null,
    offers: [],
    ...values,
  });
  const offer = (values: Partial<RoundOffer> = {}): RoundOffer => ({
    id: 'o',
    unitId: 'harbour-homes.ropewalk-1',
    unit: '1 Ropewalk',
    offeredAt: '2026-12-02T10:00:00.000Z',
    answerBy: isoDate('2026-12-09'),
    state: 'open',
    answeredAt: null,
    reason: null,
    ...values,
  });
  const claim = (values: Partial<FileState['preferences'][number]>) => ({
    ...BLANK_ROW.preference,
    id: 'claim',
    createdAt: '2026-11-10T09:00:00.000Z',
    personId: 'p1',
    ...values,
  });
  const file = (values: Partial<FileState> = {}): FileState => {
    const base = sampleFile({ product: shippedProduct('harbour-homes'), pack: shippedPlace('us'), people: [person({ id: 'p1' })], stage: 'gathering' });
    return { ...base, request: { ...base.request, bedroomsWanted: 1 }, round: standing(), ...values };
  };
  const counting = (of: FileState) =>
    preferencesOf(of, TODAY)
      .filter(({ counts }) => counts)
      .map(({ rule }) => rule.code);

  it('counts a preference once its paper is accepted, young enough, and says enough', () => {
    const works = (values: object) =>
      file({ preferences: [claim({ code: 'worksHere', hoursThere: 80, paperOn: isoDate('2026-11-05'), ...values })], papers: [paperFor('preference:claim')] });
    expect(counting(works({}))).toContain('worksHere');
    expect(counting({ ...works({}), papers: [] })).not.toContain('worksHere');
    expect(counting(works({ hoursThere: 74 }))).not.toContain('worksHere');
    expect(counting(works({ hoursThere: 75 }))).toContain('worksHere');
    // Sixty days before 30 November is 1 October.
    expect(counting(works({ paperOn: isoDate('2026-10-01') }))).toContain('worksHere');
    expect(counting(works({ paperOn: isoDate('2026-09-30') }))).not.toContain('worksHere');
    expect(counting(works({ paperOn: null }))).not.toContain('worksHere');
  });
  it('counts one preference of several who claim it once', () => {
    const two = file({
      preferences: [claim({ code: 'livesHere', paperOn: isoDate('2026-11-05') }), claim({ id: 'other', code: 'livesHere', paperOn: isoDate('2026-11-05') })],
      papers: [paperFor('preference:claim'), paperFor('preference:other')],
    });
    expect(counting(two).filter((code) => code === 'livesHere')).toEqual(['livesHere']);
    expect(pointsOf(preferencesOf(two, TODAY))).toBe(2 + 1);
  });
  it('has a size that fits by who lives there, whoever claims what', () => {
    expect(counting(file())).toEqual(['sizeFits']);
    const large = file();
    expect(counting({ ...large, request: { ...large.request, bedroomsWanted: 2 } })).toEqual([]);
  });

  const rounds = (of: FileState, today = TODAY) =>
    computePath(of, today)
      .entries.filter(({ key }) => key.startsWith('round:'))
      .map(({ key, holder }) => `${key} ${holder}`);
  it('waits for the draw, its place, an answer; then for nobody', () => {
    expect(rounds(file())).toEqual(['round:draw service']);
    expect(rounds(file(), isoDate('2026-12-01'))).toEqual(['round:draw compliance']);
    const placed = standing({ drawnAt: '2026-12-01T10:00:00.000Z', rank: 2, of: 9, number: 'ab', points: 3 });
    expect(rounds(file({ round: placed }))).toEqual(['round:place service']);
    expect(rounds(file({ round: { ...placed, offers: [offer()] } }))).toEqual(['round:offer applicant']);
    expect(rounds(file({ round: { ...placed, offers: [offer({ state: 'accepted', answeredAt: '2026-12-03T10:00:00.000Z' })] } }))).toEqual([]);
    expect(rounds(file({ round: { ...placed, rank: null } }))).toEqual(['round:out officer']);
    const thrice = ['a', 'b', 'c'].map((id) => offer({ id, state: 'refused' }));
    expect(rounds(file({ round: { ...placed, offers: thrice } }))).toEqual(['round:left officer']);
  });
  it('doesn’t lapse, and is late with nothing, while it waits for its turn', () => {
    const waiting = file();
    expect(waitsInRound(waiting)).toBe(true);
    expect(canLapse(waiting)).toBe(false);
    expect(computePath(waiting, isoDate('2027-06-01')).entries.filter(({ gate, due }) => gate !== 'details' && gate !== 'checking' && due !== null)).toEqual(
      [],
    );
    const thrice = ['a', 'b', 'c'].map((id) => offer({ id, state: 'refused' }));
    const left = file({ round: standing({ drawnAt: '2026-12-01T10:00:00.000Z', rank: 2, of: 9, offers: thrice }) });
    expect(canLapse(left)).toBe(true);
  });
  it('asks for no unit to be chosen, as other lets do', () => {
    const keys = computePath(file(), TODAY).entries.map(({ key }) => key);
    expect(keys).not.toContain('unit');
    expect(preferencesOf(file(), TODAY).map(({ why }) => said(why))).toEqual(['rounds.size']);
  });
});
