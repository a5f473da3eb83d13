import type { DemoPerson } from '@cavren/contract';
import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import fastify from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import { isoDate } from '@cavren/core';
import { nanoid } from 'nanoid';
import { join } from 'node:path';
import { diskByteStore } from './bytes/index';
import { checkRoutes, checksService, checksStore } from './checks/index';
import { accountEntity, payrollEntity } from './business/index';
import { debtEntity, livingCostEntity } from './commitments/index';
import { completionRoutes, completionService, completionStore } from './completion/index';
import { conditionRoutes, conditionsService, conditionsStore } from './conditions/index';
import type { Config } from './config/index';
import { consentRoutes, consentsService, consentsStore } from './consents/index';
import { calculationRoutes } from './calculation/index';
import { answerEntity, declarationRoutes, declarationsService, monitoringStore } from './declarations/index';
import { connect, migrate, select } from './db/index';
import { decisionRoutes, decisionService, decisionStore } from './decision/index';
import { detailsRoutes, detailsService, detailsStore } from './details/index';
import { duplicateRoutes, duplicatesService, duplicatesStore } from './duplicates/index';
import { doorRoutes, doorService, doorStore, makeInvitations } from './door/index';
import { eventRoutes } from './events/index';
import { fileRoutes, filesService, filesStore, makeFiles, type FilePart } from './files/index';
import { historyRoutes, historyStore } from './history/index';
import { findRoutes } from './find/index';
import { homeEntity, petEntity, vehicleEntity } from './home/index';
import { answerErrors, servePages, type App } from './http/index';
import { explanationEntity, incomeEntity } from './income/index';
import { makeJobs } from './jobs/index';
import { makeLapse } from './lapse/index';
import { certificateRoutes, certificatesStore } from './offers/index';
import { makeOutbox, outboxRoutes } from './outbox/index';
import { paperRoutes, papersService, papersStore } from './papers/index';
import { partEntity } from './parts/index';
import { personEntity, relationEntity } from './people/index';
import { personRoutes, personsService, personsStore } from './persons/index';
import { presenceStore } from './presence/index';
import { makeProducts, productRoutes } from './products/index';
import { requestEntity } from './request/index';
import { securityEntity } from './securities/index';
import { sourceEntity, useEntity } from './uses/index';
import { variantEntity } from './variants/index';
import { loadMasterKey, makeSecrets } from './secrets/index';
import { sessionRoutes, sessionStore } from './session/index';
import { loadSealer, signingRoutes, signingService, signingStore } from './signing/index';
import { makeTakeAlong, takeAlongRoutes } from './takealong/index';
import { workEntity } from './work/index';
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

  const today = () => isoDate(now().toISOString().slice(0, 10));

  const persons = personsStore(db, secrets);
  const stores = {
    files: filesStore(db),
    history: historyStore(db),
    details: detailsStore(db, secrets, [
      requestEntity,
      personEntity,
      relationEntity,
      homeEntity,
      workEntity,
      incomeEntity,
      livingCostEntity,
      debtEntity,
      assetEntity,
      petEntity,
      vehicleEntity,
      answerEntity,
      explanationEntity,
      partEntity,
      useEntity,
      sourceEntity,
      securityEntity,
      payrollEntity,
      accountEntity,
      variantEntity,
    ]),
    persons,
    duplicates: duplicatesStore(db, persons),
    monitoring: monitoringStore(db),
    certificates: certificatesStore(db),
    presence: presenceStore(db),
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
  await persons.completeIndex();
  const parts = [
    stores.details,
    stores.consents,
    stores.checks,
    stores.papers,
    stores.conditions,
    stores.signing,
    stores.decisions,
    stores.duplicates,
    completion,
  ].map(
    (store): FilePart =>
      (fileId, tx) =>
        store.load(fileId, tx),
  );
  const files = makeFiles({ db, store: stores.files, history: stores.history, products, parts, now });
  const outbox = makeOutbox(db, jobs, config.outside);
  const invitations = makeInvitations(stores.door, outbox, config.publicUrl, LENDER);
  /** The place whose way of writing a search is read in: that of the first product. */
  const homePlace = async () => {
    const [first] = await products.newest();
    const found = (await products.newest()).find(({ pack }) => pack.code === 'us') ?? first;
    if (!found) throw new Error('There is no product, so no place');
    return found.pack;
  };
  const register = personsService({ db, store: persons, pack: homePlace, today, now });
  const duplicates = duplicatesService({ files: () => files, store: stores.duplicates, persons: register, register: persons, details: stores.details });
  const consents = consentsService(files, stores.consents);
  const details = detailsService({ files, store: stores.details, register: duplicates });
  const opening = filesService({
    files,
    store: stores.files,
    details: stores.details,
    persons,
    register,
    duplicates,
    history: stores.history,
    certificatesOf: stores.certificates.of,
    products,
    now,
  });
  const services = {
    files: opening,
    details,
    persons: register,
    duplicates,
    consents,
    declarations: declarationsService({ files, filesStore: stores.files, decisions: stores.decisions, invitations, monitoring: stores.monitoring, now }),
    lapse: makeLapse({ files, store: stores.files, invitations, jobs, now }),
    checks: checksService({ files, store: stores.checks, details: stores.details, jobs, outside: config.outside }),
    conditions: conditionsService(files, stores.conditions),
    papers: papersService(files, stores.papers, bytes),
    signing: signingService({ files, store: stores.signing, consents, bytes, invitations, jobs, sealer, lender: LENDER }),
    decision: decisionService(files, stores.decisions, invitations),
    completion: completionService({ files, store: completion, decisions: stores.decisions, invitations, outside: config.outside }),
    door: doorService({
      db,
      files,
      filesStore: stores.files,
      store: stores.door,
      papers: stores.papers,
      products,
      opening,
      details,
      consents,
      outbox,
      jobs,
      lender: LENDER,
      now,
    }),
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
  productRoutes(app, products, stores.certificates.of, today);
  certificateRoutes(app, stores.certificates, products);
  fileRoutes(app, files, services.files, (change, person, subject, text) => invitations.send(change, person, subject, text));
  findRoutes(app, services.persons, stores.files);
  duplicateRoutes(app, services.duplicates);
  declarationRoutes(app, services.declarations);
  detailsRoutes(app, services.details);
  personRoutes(app, services.persons);
  consentRoutes(app, services.consents);
  checkRoutes(app, services.checks);
  conditionRoutes(app, services.conditions);
  paperRoutes(app, services.papers, stores.files);
  signingRoutes(app, services.signing, stores.files);
  decisionRoutes(app, services.decision);
  calculationRoutes(app, stores.decisions, stores.files);
  completionRoutes(app, services.completion);
  historyRoutes(app, stores.history, stores.files);
  outboxRoutes(app, outbox);
  eventRoutes(app, stores.files, stores.presence, now);
  const takeAlong = makeTakeAlong(LENDER);
  doorRoutes(app, services.door, services.signing, services.papers, takeAlong, secure);
  app.get('/api/health', async () => {
    await select(db, 'SELECT 1');
    return { ready: true };
  });
  takeAlongRoutes(app, files, takeAlong, today);
  await servePages(app, config.webFolder);

  app.addHook('onClose', async () => {
    await jobs.stop();
    await takeAlong.close();
    await db.close();
  });
  return { app, db, files, services, stores, jobs, bytes, products };
}
export type Cavren = Awaited<ReturnType<typeof buildApp>>;
