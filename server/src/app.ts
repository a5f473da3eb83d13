import type { DemoPerson } from '@cavren/contract';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import fastify from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import { nanoid } from 'nanoid';
import { join } from 'node:path';
import { diskByteStore } from './bytes/index';
import { checkRoutes, checksService, checksStore } from './checks/index';
import { debtEntity, livingCostEntity } from './commitments/index';
import { completionRoutes, completionService, completionStore } from './completion/index';
import { conditionRoutes, conditionsService, conditionsStore } from './conditions/index';
import type { Config } from './config/index';
import { consentRoutes, consentsService, consentsStore } from './consents/index';
import { connect, migrate, select } from './db/index';
import { decisionRoutes, decisionService, decisionStore } from './decision/index';
import { detailsRoutes, detailsService, detailsStore } from './details/index';
import { doorRoutes, doorService, doorStore, makeInvitations } from './door/index';
import { eventRoutes } from './events/index';
import { fileRoutes, filesService, filesStore, makeFiles, type FilePart } from './files/index';
import { historyRoutes, historyStore } from './history/index';
import { homeEntity } from './home/index';
import { answerErrors, servePages, type App } from './http/index';
import { incomeEntity } from './income/index';
import { makeJobs } from './jobs/index';
import { makeOutbox, outboxRoutes } from './outbox/index';
import { paperRoutes, papersService, papersStore } from './papers/index';
import { personEntity } from './people/index';
import { personRoutes, personsService, personsStore } from './persons/index';
import { makeProducts, productRoutes } from './products/index';
import { requestEntity } from './request/index';
import { loadMasterKey, makeSecrets } from './secrets/index';
import { sessionRoutes, sessionStore } from './session/index';
import { loadSealer, signingRoutes, signingService, signingStore } from './signing/index';
import { assetEntity } from './worth/index';

export const LENDER = 'Quillhaven Mutual';

/** An error as it is logged: its kind and where it happened. Its message and the statement that failed may hold personal data. */
function withoutData(error: Error): { type: string; message: string; stack: string } {
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { type: error.name, message: error.name, stack: frames.join('\n') };
}

interface Options {
  config: Config;
  productFolder: string;
  now?: () => Date;
  demoPeople?: DemoPerson[];
}

/** Puts the server together: the one place where every part meets every other. */
export async function buildApp({ config, productFolder, now = () => new Date(), demoPeople = [] }: Options) {
  const secure = !config.publicUrl.startsWith('http://127.0.0.1') && !config.publicUrl.startsWith('http://localhost');
  const app: App = fastify({
    logger: config.log === 'silent' ? false : { level: config.log, serializers: { req: ({ method, id }) => ({ method, id }), err: withoutData } },
    genReqId: () => nanoid(),
    bodyLimit: 1024 * 1024,
    forceCloseConnections: true,
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  answerErrors(app);

  const db = connect(config.database);
  await migrate(db);
  const secrets = makeSecrets(await loadMasterKey(config.dataFolder));
  const bytes = diskByteStore(join(config.dataFolder, 'papers'), secrets);
  const sealer = await loadSealer(config.dataFolder, LENDER);
  const jobs = makeJobs(db, app.log);

  const stores = {
    files: filesStore(db),
    history: historyStore(db),
    details: detailsStore(db, secrets, [requestEntity, personEntity, homeEntity, incomeEntity, livingCostEntity, debtEntity, assetEntity]),
    persons: personsStore(db, secrets),
    consents: consentsStore(db),
    checks: checksStore(db),
    conditions: conditionsStore(db),
    papers: papersStore(db),
    signing: signingStore(db),
    decisions: decisionStore(db),
    door: doorStore(db),
    sessions: sessionStore(db),
  };
  const completion = completionStore(db, stores.details);
  const products = makeProducts(db);
  await products.load(productFolder);
  const parts = [stores.details, stores.consents, stores.checks, stores.papers, stores.conditions, stores.signing, stores.decisions, completion].map(
    (store): FilePart =>
      (fileId, tx) =>
        store.load(fileId, tx),
  );
  const files = makeFiles({ db, store: stores.files, history: stores.history, products, parts, now });
  const outbox = makeOutbox(db, jobs, config.outside);
  const invitations = makeInvitations(stores.door, outbox, config.publicUrl, LENDER);
  const services = {
    files: filesService({ files, store: stores.files, details: stores.details, persons: stores.persons, products, now }),
    details: detailsService({ files, store: stores.details, persons: stores.persons }),
    persons: personsService(stores.persons),
    consents: consentsService(files, stores.consents),
    checks: checksService({ files, store: stores.checks, details: stores.details, jobs, outside: config.outside }),
    conditions: conditionsService(files, stores.conditions),
    papers: papersService(files, stores.papers, bytes),
    signing: signingService({ files, store: stores.signing, bytes, invitations, jobs, sealer, lender: LENDER }),
    decision: decisionService(files, stores.decisions, invitations),
    completion: completionService({ files, store: completion, decisions: stores.decisions, invitations, outside: config.outside }),
    door: doorService({ db, files, filesStore: stores.files, store: stores.door, papers: stores.papers, outbox, jobs, lender: LENDER, now }),
  };
  jobs.handle('check.run', services.checks.run);

  await app.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: { 'default-src': ["'none'"], 'frame-ancestors': ["'none'"] } },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: secure,
  });
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(multipart);
  await app.register(swagger, { openapi: { info: { title: 'Cavren', version: '1' } }, transform: jsonSchemaTransform });
  await app.register(swaggerUi, { routePrefix: '/api/docs', staticCSP: true });

  sessionRoutes(app, stores.sessions, { secure, demoPeople });
  productRoutes(app, products);
  fileRoutes(app, files, services.files);
  detailsRoutes(app, services.details);
  personRoutes(app, services.persons);
  consentRoutes(app, services.consents);
  checkRoutes(app, services.checks);
  conditionRoutes(app, services.conditions);
  paperRoutes(app, services.papers, stores.files);
  signingRoutes(app, services.signing, stores.files);
  decisionRoutes(app, services.decision);
  completionRoutes(app, services.completion);
  historyRoutes(app, stores.history, stores.files);
  outboxRoutes(app, outbox);
  eventRoutes(app, stores.files);
  doorRoutes(app, services.door, services.signing, services.papers, secure);
  app.get('/api/health', async () => {
    await select(db, 'SELECT 1');
    return { ready: true };
  });
  await servePages(app, config.webFolder);

  app.addHook('onClose', async () => {
    await jobs.stop();
    await db.close();
  });
  return { app, db, files, services, stores, jobs, bytes, products };
}
export type Cavren = Awaited<ReturnType<typeof buildApp>>;
