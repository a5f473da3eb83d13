import type { Minor } from '@cavren/core';
import { SYSTEM } from '../src/http/index';
import { buildApp, readConfig } from '../src/index';
import { TO, trialPayments } from './trial';

/**
 * A server of its own that gives orders to pay for as long as it lives: its test kills it. Says each order that it is about
 * to give, so that the test knows where it is.
 */
const [ids = '', from = '0'] = process.argv.slice(2);
const { services, jobs, app } = await buildApp({ config: readConfig(process.env), productFolder: 'server/data', more: [trialPayments()] });
await app.ready();
const actor = { ...SYSTEM, id: 'staff-dilys', name: 'Dilys Penhallow' };
for (let amount = Number(from) + 1; ; amount += 1)
  for (const id of ids.split(',')) {
    process.stdout.write(`${amount}\n`);
    await services.files
      .change({ id }, { version: null, actor }, (change) =>
        services.payments.order(change, actor, { purpose: 'trial', subject: null, about: TO.digest, amount: amount as Minor, key: null }),
      )
      // What the server before it left open is settled first.
      .catch((error: unknown) => {
        if ((error as { code?: string }).code !== 'payment-open') throw error;
      });
    await jobs.runDue();
  }
