import type { Minor } from '@cavren/core';
import { SYSTEM } from '../src/http/index';
import { buildApp, readConfig } from '../src/index';
import { TO, trialPayments } from './trial';

/**
 * A server of its own that orders a payment from each file and pays it, says of how many statements to the database that
 * took, orders the next ones, and ends as a killed one does in the middle of those: when it has come to a part of the same
 * statements (from 0 for the first to 1 for the last), before that statement is sent or once it is on its way.
 */
const [ids = '', from = '0', part = '0', when = 'before'] = process.argv.slice(2);
const { services, jobs, app, db } = await buildApp({ config: readConfig(process.env), productFolder: 'server/data', more: [trialPayments()] });
await app.ready();
const actor = { ...SYSTEM, id: 'staff-dilys', name: 'Dilys Penhallow' };

async function pay(amount: number): Promise<void> {
  for (const id of ids.split(',')) {
    const order = { purpose: 'trial', subject: null, about: TO.digest, amount: amount as Minor, key: null };
    await services.files.change({ id }, { version: null, actor }, (change) => services.payments.order(change, actor, order));
    await jobs.runDue();
  }
}

let statements = 0;
let last = Infinity;
db.addHook('beforeQuery', () => {
  statements += 1;
  if (statements < last) return;
  const die = () => process.kill(process.pid, 'SIGKILL');
  if (when === 'before') die();
  else setImmediate(die);
});
await pay(Number(from) + 1);
process.stdout.write(`${statements}\n`);
last = 1 + Math.round(Number(part) * (statements - 1));
statements = 0;
await pay(Number(from) + 2);
