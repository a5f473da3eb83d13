import { recalculateAll } from './calculation/index';
import { readConfig } from './config/index';
import { connect } from './db/index';
import { decisionStore } from './decision/index';
import { historyStore, verifyHistories } from './history/index';

/** Commands for who runs the program; the first argument names one. */
const [command] = process.argv.slice(2);

if (command === 'verify-history') {
  const db = connect(readConfig(process.env).database);
  const { files, entries, problems } = await verifyHistories(historyStore(db));
  await db.close();
  for (const { reference, problem } of problems) process.stdout.write(`${reference}: ${problem}\n`);
  process.stdout.write(`${files} files, ${entries} entries: ${problems.length === 0 ? 'every chain holds' : `${problems.length} chains are broken`}\n`);
  process.exitCode = problems.length === 0 ? 0 : 1;
} else if (command === 'recalculate') {
  const db = connect(readConfig(process.env).database);
  const { count, astray } = await recalculateAll(decisionStore(db));
  await db.close();
  for (const id of astray) process.stdout.write(`Decision ${id}: a figure comes out otherwise than it did\n`);
  process.stdout.write(
    `${count} calculations worked again: ${astray.length === 0 ? 'all as they were, to the cent' : `${astray.length} come out otherwise`}\n`,
  );
  process.exitCode = astray.length === 0 ? 0 : 1;
} else {
  process.stderr.write('Known commands: verify-history, recalculate\n');
  process.exitCode = 2;
}
