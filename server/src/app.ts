import type { DemoPerson } from '@cavren/contract';
import fastify from 'fastify';
import { validatorCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import { nanoid } from 'nanoid';
import { join } from 'node:path';
import { diskByteStore } from './bytes/index';
import { concepts } from './concepts';
import type { Config } from './config/index';
import { connect, migrate, pendingMigrations } from './db/index';
import { makeHouse, type Concept } from './house/index';
import { answerErrors, answersAsDescribed, protect, servePages, withoutData, type App } from './http/index';
import { makeJobs } from './jobs/index';
import { loadDataKey, makeSecrets } from './secrets/index';

export const LENDER = 'Quillhaven Mutual';

const LONGEST_REQUEST_MS = 120_000;
const LONGEST_HEADERS_MS = 15_000;

interface Options {
  config: Config;
  productFolder: string;
  now?: () => Date;
  demoPeople?: DemoPerson[];
  /** Concepts beside those that Cavren is made of. */
  more?: readonly Concept[];
}

/** Brings the schema up to date as the one whose tables they are; whoever starts without that user finds it up to date already. */
async function migrateAsOwner({ database, databaseOwner }: Config): Promise<void> {
  const db = connect({ ...database, ...databaseOwner });
  try {
    const pending = await pendingMigrations(db);
    if (pending.length === 0) return;
    await migrate(db).catch((error: unknown) => {
      const why = error instanceof Error ? error.message : String(error);
      throw new Error(`The database lacks ${pending.join(', ')}, and “${databaseOwner?.user ?? database.user}” can’t bring it up to date: ${why}`);
    });
  } finally {
    await db.close();
  }
}

/** Puts the server together: the ground, and every concept on it. */
export async function buildApp({ config, productFolder, now = () => new Date(), demoPeople = [], more = [] }: Options) {
  const secure = !config.publicUrl.startsWith('http://127.0.0.1') && !config.publicUrl.startsWith('http://localhost');
  const app: App = fastify({
    logger: config.log === 'silent' ? false : { level: config.log, serializers: { req: ({ method, id }) => ({ method, id }), err: withoutData } },
    genReqId: () => nanoid(),
    bodyLimit: 1024 * 1024,
    // A request that takes longer to come in is cut off; what it was about to say is lost to nobody else.
    requestTimeout: LONGEST_REQUEST_MS,
    http: { headersTimeout: LONGEST_HEADERS_MS, connectionsCheckingInterval: 5_000 },
    forceCloseConnections: true,
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(answersAsDescribed);
  answerErrors(app);
  await protect(app, secure, new URL(config.publicUrl).host);

  await migrateAsOwner(config);
  const db = connect(config.database);
  const secrets = makeSecrets(await loadDataKey(config.dataFolder));
  const bytes = diskByteStore(join(config.dataFolder, 'papers'), secrets);
  const jobs = makeJobs(db, app.log);
  const house = makeHouse({ config, db, secrets, bytes, jobs, now, lender: LENDER, secure, productFolder, demoPeople });
  for (const concept of [...concepts, ...more]) await concept(app, house);
  await servePages(app, config.webFolder, (code) => house.services.door.product(code));

  app.addHook('onClose', async () => {
    await jobs.stop();
    await db.close();
  });
  return { app, db, jobs, bytes, services: house.services, config };
}
export type Cavren = Awaited<ReturnType<typeof buildApp>>;
