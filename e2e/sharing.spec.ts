import { letters } from './hands';
import { chapter, deskOf, expect, field, saved, test, workIn } from './people';

interface Opened {
  reference: string;
  file: { people: { id: string }[] };
  version: number;
}

test('three friends share a cottage: each carries a part, and all of it is shown beside', async ({ browser }) => {
  const wren = await deskOf(browser, 'wren');
  const { csrfToken } = (await (await wren.request.get('/api/session')).json()) as { csrfToken: string };
  const send = async (method: 'POST' | 'PATCH', url: string, data: object): Promise<unknown> => {
    const answer = await wren.request.fetch(url, { method, data, headers: { 'x-csrf-token': csrfToken } });
    expect(answer.ok(), await answer.text()).toBe(true);
    return answer.json();
  };
  const family = letters();
  const { reference } = (await send('POST', '/api/files', {
    product: 'quay-cottages',
    channel: 'counter',
    receivedOn: new Intl.DateTimeFormat('en-CA', { timeZone: 'America/New_York' }).format(new Date()),
    signedOn: null,
    personId: null,
    fullName: `Ada ${family}`,
    birthDate: '1996-02-11',
  })) as Opened;
  const view = (await (await wren.request.get(`/api/files/${reference}`)).json()) as Opened;
  const others = ['Bo', 'Cy'].map((name) => ({ id: `friend-${name}-${family}`, name }));
  const all = [view.file.people[0]?.id ?? '', ...others.map(({ id }) => id)];
  await send('PATCH', `/api/files/${reference}/details`, {
    version: view.version,
    changes: [
      ...others.map(({ id, name }) => ({
        op: 'add',
        entity: 'person',
        id,
        values: { role: 'coApplicant', fullName: `${name} ${family}`, birthDate: '1995-06-30' },
      })),
      ...all.map((personId, at) => ({
        op: 'add',
        entity: 'income',
        id: `pay-${at}-${family}`,
        values: { personId, kind: 'wage', source: 'Petrel Ferries', amount: [240_000, 180_000, 300_000][at], frequency: 'monthly', since: '2022-01-03' },
      })),
      { op: 'set', entity: 'request', id: null, field: 'amount', value: 150_000 },
      { op: 'set', entity: 'request', id: null, field: 'termMonths', value: 12 },
    ],
  });

  await wren.goto(`/files/${reference}/unit`);
  await wren.getByRole('button', { name: 'Share it evenly' }).click();
  const line = (name: string) =>
    wren
      .getByRole('table')
      .last()
      .getByRole('row', { name: new RegExp(`^${name} ${family}`) });
  // 2,400 ÷ 500 and ÷ 1,500; 1,800 and 3,000 likewise.
  await expect(line('Ada')).toContainText('4.80 ×');
  await expect(line('Ada')).toContainText('1.60 ×');
  await expect(line('Bo')).toContainText('3.60 ×');
  await expect(line('Cy')).toContainText('6.00 ×');
  await saved(wren);
  // One takes more: what is too much is said, and goes when another takes less.
  await workIn(wren, `Cy ${family}`);
  await field(wren, 'Part of the rent a month').fill('700');
  await field(wren, 'Part of the rent a month').press('Escape');
  await expect(wren.getByText('The parts are $200.00 more than $1,500.00')).toBeVisible();
  await workIn(wren, `Bo ${family}`);
  await field(wren, 'Part of the rent a month').fill('300');
  await field(wren, 'Part of the rent a month').press('Escape');
  await expect(wren.getByText('The parts are')).toHaveCount(0);
  await expect(line('Bo')).toContainText('6.00 ×');
  await saved(wren);
  await chapter(wren, 'History');
  await expect(wren.getByText('$700.00').first()).toBeVisible();
});
