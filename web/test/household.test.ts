import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { person, sampleFile } from '../../core/test/sample';
import { NODE, pictureOf } from '../src/household/layout';

/** A household of so many at one address, of as many generations as it has parents. */
function householdOf(size: number, parents: number) {
  const people = Array.from({ length: size }, (_, at) =>
    person({ id: `p-${at}`, role: at === 0 ? 'applicant' : 'householdMember', livesWith: at === 0 ? null : 'p-0' }),
  );
  const relations = people
    .slice(1)
    .map(({ id }, at) => ({ id: `r-${at}`, createdAt: '', personId: id, toId: 'p-0', kind: at < parents ? ('parent' as const) : ('child' as const) }));
  return { ...sampleFile(), people, relations, homes: sampleFile().homes.map((home) => ({ ...home, personId: 'p-0' })) };
}

describe('the picture of a household', () => {
  it('of twelve stays in its room: who finds no place in a row stands in one below', () => {
    const picture = pictureOf(householdOf(12, 1), 700);
    expect(picture.nodes).toHaveLength(12);
    expect(picture.width).toBeLessThanOrEqual(700);
    expect(new Set(picture.nodes.map(({ y }) => y)).size).toBe(6);
    expect(pictureOf(householdOf(12, 1)).width).toBeGreaterThan(1400);
  });
  it('whatever it is, nobody stands on anybody, all stand in a house, and every house in the room', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 16 }), fc.integer({ min: 0, max: 4 }), fc.integer({ min: 300, max: 1200 }), (size, parents, room) => {
        const { nodes, houses, width, height } = pictureOf(householdOf(size, parents), room);
        expect(nodes).toHaveLength(size);
        for (const house of houses) expect(house.x + house.width).toBeLessThanOrEqual(Math.max(room, width));
        expect(width).toBeLessThanOrEqual(room);
        for (const one of nodes) {
          expect(
            houses.some(
              (house) => one.x >= house.x && one.x + NODE.width <= house.x + house.width && one.y >= house.y && one.y + NODE.height <= house.y + house.height,
            ),
          ).toBe(true);
          expect(one.y + NODE.height).toBeLessThanOrEqual(height);
          for (const other of nodes) if (other !== one) expect(Math.abs(one.x - other.x) >= NODE.width || Math.abs(one.y - other.y) >= NODE.height).toBe(true);
        }
      }),
    );
  });
});
