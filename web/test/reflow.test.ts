import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { reflowed, type Piece } from '../src/papers/reflow';

const piece = (text: string, x: number, y: number, size = 10): Piece => ({ text, x, y, width: text.length * size * 0.5, size });

describe('a page as text', () => {
  it('makes paragraphs of lines that follow one another, and headings of what is written larger', () => {
    expect(
      reflowed([
        piece('Loan agreement', 50, 780, 18),
        piece('Between the lender and', 50, 740),
        piece('the borrower named below.', 50, 727),
        piece('It is paid back in equal parts.', 50, 690),
      ]),
    ).toEqual([
      { kind: 'heading', text: 'Loan agreement' },
      { kind: 'text', text: 'Between the lender and the borrower named below.' },
      { kind: 'text', text: 'It is paid back in equal parts.' },
    ]);
  });
  it('reads by place, not by the order in which a page was written, and joins pieces of one line', () => {
    expect(reflowed([piece('second line', 50, 687), piece('line,', 80, 700), piece('First', 50, 700)])).toEqual([
      { kind: 'text', text: 'First line, second line' },
    ]);
  });
  it('keeps the cells of a table apart, a line each', () => {
    expect(reflowed([piece('Amount', 50, 700), piece('$48,000.00', 300, 700.5), piece('Term', 50, 687), piece('84 months', 300, 687)])).toEqual([
      { kind: 'cells', text: 'Amount · $48,000.00' },
      { kind: 'cells', text: 'Term · 84 months' },
    ]);
  });
  it('makes a word whole that was parted at the end of a line, and leaves a hyphen that belongs', () => {
    expect(reflowed([piece('the bor-', 50, 700), piece('rower', 50, 687)])[0]?.text).toBe('the borrower');
    expect(reflowed([piece('Quay-', 50, 700), piece('Side Loans', 50, 687)])[0]?.text).toBe('Quay- Side Loans');
  });
  it('leaves out nothing that is written', () => {
    const anyPiece = fc.record({
      text: fc.stringMatching(/^[a-zA-Z0-9 ]{0,12}$/),
      x: fc.integer({ min: 0, max: 500 }),
      y: fc.integer({ min: 0, max: 800 }),
      width: fc.integer({ min: 0, max: 200 }),
      size: fc.integer({ min: 6, max: 24 }),
    });
    const letters = (text: string): string => [...text.replace(/[^a-zA-Z0-9]/g, '')].sort().join('');
    fc.assert(
      fc.property(fc.array(anyPiece, { maxLength: 40 }), (pieces) => {
        expect(
          letters(
            reflowed(pieces)
              .map(({ text }) => text)
              .join(' '),
          ),
        ).toBe(letters(pieces.map(({ text }) => text).join(' ')));
      }),
    );
    expect(reflowed([])).toEqual([]);
  });
});
