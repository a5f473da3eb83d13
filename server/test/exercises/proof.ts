import { affordability, computePath, INCOME_KINDS, isoDate, type FileState } from '@cavren/core';
import { fileOf, type FileAnswer, type FileView, type ProductInForce } from '@cavren/contract';
import { buildApp, readConfig } from '@cavren/server';
import { startStandins } from '@cavren/standins';
import { speakerFor } from '@cavren/words';
import { KINDS_OF_INCOME } from './core/src/means/income/index';

/** Runs in the copy in which all exercises were done: a file with each new thing in it, over HTTP. */
const standins = await startStandins();
const { app, services, jobs } = await buildApp({
  config: { ...readConfig(process.env), webFolder: 'no-screens-here', outside: standins.urls },
  productFolder: 'server/data',
  now: () => new Date(),
});
await app.ready();
await services.sessions.addStaff({ id: 'staff-wren', username: 'wren', name: 'Wren Albury', role: 'intake' }, 'a password');
await services.certificates.keep({ staffId: 'staff-wren', number: '1', line: 'lending', places: ['nz'], from: isoDate('2020-01-01'), until: null });
const signIn = await app.inject({ method: 'POST', url: '/api/session', payload: { username: 'wren', password: 'a password' } });
const headers = {
  cookie: signIn.cookies.map(({ name, value }) => `${name}=${value}`).join('; '),
  'x-csrf-token': signIn.json<{ csrfToken: string }>().csrfToken,
};
async function call<Answer>(method: 'GET' | 'POST' | 'PATCH', url: string, payload?: object): Promise<Answer> {
  const answer = await app.inject({ method, url, headers, ...(payload ? { payload } : {}) });
  if (answer.statusCode >= 300) throw new Error(`${url}: ${answer.body}`);
  return answer.json<Answer>();
}

const today = new Date().toISOString().slice(0, 10);
const { reference } = await call<{ reference: string }>('POST', '/api/files', {
  product: 'tools-gear',
  channel: 'counter',
  receivedOn: today,
  personId: null,
  fullName: 'Aroha Penn',
  birthDate: '1990-05-06',
});
const url = `/api/files/${reference}`;
let view = await call<FileView>('GET', url);
const product = await call<ProductInForce>('GET', `/api/products/${view.productId}`);
const look = async (): Promise<FileState> => fileOf((view = await call<FileView>('GET', url)), product);
const applicant = (await look()).people[0]?.id ?? '';

const add = (entity: string, id: string, values: object) => ({ op: 'add', entity, id, values });
await call<FileAnswer>('PATCH', `${url}/details`, {
  version: view.version,
  changes: [
    add('income', 'honoraria-of-school', { personId: applicant, source: 'Harbour school', kind: 'honoraria', amount: 360_000, monthsSeen: 6 }),
    add('vehicle', 'the-only-van', { make: 'Marlin', plate: 'KX 42' }),
    add('boat', 'the-sea-thrift', { name: 'Sea Thrift', value: 900_000 }),
  ],
});
await look();
await call('POST', `${url}/consents`, { version: view.version, personId: applicant, kind: 'lookUp', how: 'inPerson' });
await look();
await call('POST', `${url}/checks`, { version: view.version, personId: applicant, kind: 'deceased' });
await jobs.runDue();

const file = await look();
const speak = speakerFor(file.pack);
const counted = affordability(file, isoDate(today)).incomes.find(({ income }) => income.kind === 'honoraria');
const due = computePath(file, isoDate(today)).conditions.find(({ rule }) => rule?.code === 'registration');
const proven = {
  counted: counted?.counted.value,
  meaning: INCOME_KINDS.includes('honoraria') ? speak(KINDS_OF_INCOME.honoraria.meaning) : null,
  check: file.checks.find(({ kind }) => kind === 'deceased')?.state,
  condition: due && [speak(due.title), speak(due.about)],
  boats: file.boats.map(({ name, value }) => ({ name, value })),
};
await app.close();
await standins.stop();
process.stdout.write(JSON.stringify(proven));
