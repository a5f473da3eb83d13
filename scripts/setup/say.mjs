/** Something that whoever started the program can put right; told in one sentence, without a trace. */
export class Plain extends Error {}

/** @param {string} text */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Runs a command's work; a plain problem is told as one sentence. @param {() => Promise<void>} work */
export async function runPlainly(work) {
  try {
    await work();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Plain ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
    process.exit(1);
  }
}
