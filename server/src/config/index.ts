import { z } from 'zod';

const Environment = z.object({
  CAVREN_HOST: z.string().default('127.0.0.1'),
  CAVREN_PORT: z.coerce.number().int().default(4860),
  CAVREN_PUBLIC_URL: z.url().optional(),
  CAVREN_DATA: z.string().default('.data'),
  CAVREN_WEB: z.string().default('web/dist'),
  CAVREN_DB_HOST: z.string().default('127.0.0.1'),
  CAVREN_DB_PORT: z.coerce.number().int().default(4861),
  CAVREN_DB_NAME: z.string().default('cavren'),
  CAVREN_DB_USER: z.string().default('cavren'),
  CAVREN_DB_PASSWORD: z.string().default('cavren'),
  /** Who makes and changes tables; without one it is the program's own user. */
  CAVREN_DB_OWNER: z.string().optional(),
  CAVREN_DB_OWNER_PASSWORD: z.string().optional(),
  CAVREN_REGISTER_URL: z.url().default('http://127.0.0.1:4862'),
  CAVREN_WATCHLIST_URL: z.url().default('http://127.0.0.1:4863'),
  CAVREN_BANK_URL: z.url().default('http://127.0.0.1:4864'),
  CAVREN_POST_URL: z.url().default('http://127.0.0.1:4865'),
  CAVREN_TIMESTAMP_URL: z.url().default('http://127.0.0.1:4866'),
  CAVREN_ISSUING_URL: z.url().default('http://127.0.0.1:4867'),
  /** A file with the people of the demo, whom the sign-in page shows; none where there is no demo. */
  CAVREN_DEMO_PEOPLE: z.string().optional(),
  CAVREN_LOG: z.enum(['silent', 'error', 'warn', 'info']).default('info'),
});

/** Where things are and what is switched on; all from the environment, with the demo's addresses as the default. */
export function readConfig(environment: Record<string, string | undefined>) {
  const read = Environment.parse(environment);
  return {
    host: read.CAVREN_HOST,
    port: read.CAVREN_PORT,
    publicUrl: read.CAVREN_PUBLIC_URL ?? `http://${read.CAVREN_HOST}:${read.CAVREN_PORT}`,
    dataFolder: read.CAVREN_DATA,
    webFolder: read.CAVREN_WEB,
    database: {
      host: read.CAVREN_DB_HOST,
      port: read.CAVREN_DB_PORT,
      database: read.CAVREN_DB_NAME,
      user: read.CAVREN_DB_USER,
      password: read.CAVREN_DB_PASSWORD,
    },
    databaseOwner: read.CAVREN_DB_OWNER === undefined ? null : { user: read.CAVREN_DB_OWNER, password: read.CAVREN_DB_OWNER_PASSWORD ?? '' },
    outside: {
      register: read.CAVREN_REGISTER_URL,
      watchlist: read.CAVREN_WATCHLIST_URL,
      bank: read.CAVREN_BANK_URL,
      post: read.CAVREN_POST_URL,
      timestamp: read.CAVREN_TIMESTAMP_URL,
      issuing: read.CAVREN_ISSUING_URL,
    },
    demoPeople: read.CAVREN_DEMO_PEOPLE ?? null,
    log: read.CAVREN_LOG,
  };
}
export type Config = ReturnType<typeof readConfig>;
