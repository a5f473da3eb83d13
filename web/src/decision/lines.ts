/** What was written, one thing on each line. */
export const linesIn = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
