import { generationsOf, livingTogether, relationsOf, type FileState } from '@cavren/core';

export interface Node {
  personId: string;
  x: number;
  y: number;
}
export interface House {
  label: string;
  x: number;
  y: number;
  width: number;
  height: number;
}
export interface Line {
  id: string;
  from: Node;
  to: Node;
}
export interface Picture {
  nodes: Node[];
  houses: House[];
  lines: Line[];
  width: number;
  height: number;
}

export const NODE = { width: 152, height: 44 };
const GAP = 56;
const BETWEEN = 14;
const PAD = 12;
const LABEL = 20;
const ROW = NODE.height + 26;

/** People of one generation in as many rows as they need. */
function inRows<Person>(people: readonly Person[], across: number): Person[][] {
  const rows = people.length === 0 ? 0 : Math.max(1, Math.ceil(people.length / across));
  // Rows of about one length: five in rows of four are three and two.
  const each = rows === 0 ? 0 : Math.ceil(people.length / rows);
  return Array.from({ length: rows }, (_, at) => people.slice(at * each, (at + 1) * each));
}

/**
 * Where each person of a file stands in the picture: a house for each address with who lives there, elder generations
 * above younger ones, and a line for each relation. People without an address share the last house.
 * @param room how wide it may be: who finds no place in a row stands in one of their own below, and so does a house.
 */
export function pictureOf(file: Pick<FileState, 'people' | 'homes' | 'relations'>, room = Infinity): Picture {
  const across = Math.max(1, Math.floor((room - 2 * PAD + GAP) / (NODE.width + GAP)));
  const generation = generationsOf(file).of;
  const groups = livingTogether(file);
  const known = groups.filter(({ home }) => home !== null);
  const loose = groups.filter(({ home }) => home === null).flatMap(({ people }) => people);
  const related = loose.filter(({ id }) => relationsOf(file.relations, id).length > 0);
  const others = loose.filter((person) => !related.includes(person));
  const houses = [
    ...known.map(({ home, people }) => ({ label: [home?.line, home?.town].filter(Boolean).join(', '), people })),
    ...(related.length > 0 ? [{ label: 'Address not known', people: related }] : []),
    ...(others.length > 0 ? [{ label: known.length > 0 ? 'Others' : 'Address not known', people: others }] : []),
  ];
  const steps = [...new Set(file.people.map(({ id }) => generation.get(id) ?? 0))].sort((a, b) => a - b);
  const picture: Picture = { nodes: [], houses: [], lines: [], width: 0, height: 0 };
  let x = 0;
  let y = 0;
  let tallest = 0;
  for (const { label, people } of houses) {
    const rows = steps.flatMap((step) =>
      inRows(
        people.filter(({ id }) => (generation.get(id) ?? 0) === step),
        across,
      ),
    );
    const most = Math.max(...rows.map((row) => row.length));
    const width = most * NODE.width + (most - 1) * GAP + 2 * PAD;
    if (x > 0 && x + width > room) {
      y += tallest + BETWEEN;
      [x, tallest] = [0, 0];
    }
    rows.forEach((row, at) => {
      const rowWidth = row.length * NODE.width + (row.length - 1) * GAP;
      row.forEach(({ id }, place) =>
        picture.nodes.push({ personId: id, x: x + (width - rowWidth) / 2 + place * (NODE.width + GAP), y: y + LABEL + PAD + at * ROW }),
      );
    });
    const height = LABEL + 2 * PAD + (rows.length - 1) * ROW + NODE.height;
    picture.houses.push({ label, x, y, width, height });
    tallest = Math.max(tallest, height);
    picture.width = Math.max(picture.width, x + width);
    picture.height = Math.max(picture.height, y + height);
    x += width + BETWEEN;
  }
  picture.lines = file.relations.flatMap(({ id, personId, toId }) => {
    const from = picture.nodes.find((node) => node.personId === personId);
    const to = picture.nodes.find((node) => node.personId === toId);
    return from && to ? [{ id, from, to }] : [];
  });
  return picture;
}
