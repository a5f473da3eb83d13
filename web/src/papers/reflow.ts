/** A piece of text of a page: where its baseline begins, measured from the lower left corner, and how large it is written. */
export interface Piece {
  text: string;
  x: number;
  y: number;
  width: number;
  size: number;
}
/** Words that stand together: a heading, a paragraph, or a line of a table with its cells. */
export interface Block {
  kind: 'heading' | 'text' | 'cells';
  text: string;
}
interface Line {
  cells: string[];
  y: number;
  size: number;
}

/** Pieces whose baselines are closer than this share of their size stand on one line. */
const ONE_LINE = 0.4;
/** A gap wider than so many times the size parts two words, or two cells of a table. */
const NEXT_WORD = 0.15;
const NEXT_CELL = 1.6;
/** Lines further apart than so many times their size begin a new paragraph. */
const NEW_PARAGRAPH = 1.75;
/** Writing so much larger than what most of the page is written in is a heading. */
const HEADING = 1.15;

function linesOf(pieces: readonly Piece[]): Line[] {
  const rows: Piece[][] = [];
  for (const piece of pieces.filter(({ text }) => text.trim() !== '').sort((a, b) => b.y - a.y)) {
    const row = rows.at(-1);
    const [first] = row ?? [];
    if (row && first && Math.abs(first.y - piece.y) <= ONE_LINE * Math.max(first.size, piece.size)) row.push(piece);
    else rows.push([piece]);
  }
  return rows.map((row) => {
    const cells: string[] = [];
    let end = -Infinity;
    for (const { text, x, width, size } of row.sort((a, b) => a.x - b.x)) {
      const gap = x - end;
      const last = cells.pop();
      if (last === undefined) cells.push(text.trim());
      else if (gap > NEXT_CELL * size) cells.push(last, text.trim());
      else cells.push(`${last}${gap > NEXT_WORD * size || /^\s/.test(text) ? ' ' : ''}${text.trim()}`);
      end = x + width;
    }
    return { cells, y: row[0]?.y ?? 0, size: Math.max(...row.map(({ size }) => size)) };
  });
}

/** The size in which most of a page is written, by how much text there is in each. */
function usualSize(lines: readonly Line[]): number {
  const weight = new Map<number, number>();
  for (const { cells, size } of lines) weight.set(Math.round(size), (weight.get(Math.round(size)) ?? 0) + cells.join('').length);
  return [...weight].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 10;
}

/**
 * The words of a page in the order in which they are read, for a screen too small for the page itself: lines that follow one
 * another are one paragraph, what is written larger is a heading, and what stands apart on a line are the cells of a table.
 * Nothing that is written is left out.
 */
export function reflowed(pieces: readonly Piece[]): Block[] {
  const lines = linesOf(pieces);
  const usual = usualSize(lines);
  const blocks: Block[] = [];
  let before: Line | null = null;
  for (const line of lines) {
    const kind: Block['kind'] = line.cells.length > 1 ? 'cells' : line.size >= usual * HEADING ? 'heading' : 'text';
    const text = line.cells.join(' · ');
    const last = blocks.at(-1);
    const follows = before !== null && before.y - line.y <= NEW_PARAGRAPH * Math.max(line.size, before.size);
    if (last && kind !== 'cells' && last.kind === kind && follows) last.text = joined(last.text, text);
    else blocks.push({ kind, text });
    before = line;
  }
  return blocks;
}

/** Two lines of one paragraph; a word that was parted at the end of a line is whole again. */
const joined = (one: string, other: string): string => (/\p{Ll}-$/u.test(one) && /^\p{Ll}/u.test(other) ? `${one.slice(0, -1)}${other}` : `${one} ${other}`);
