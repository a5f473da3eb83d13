import type { DoorView } from '@cavren/contract';
import { select } from '../src/db/index';
import { Client, type Answer, type TestCavren } from './cavren';

/** The newest message to somebody, as it was delivered. @param part what of its words the house itself knows. */
export async function newestMessage(cavren: TestCavren, recipient: string, reference = '%', part = ''): Promise<string> {
  const rows = await select<{ id: string; sent_at: Date | null }>(
    cavren.db,
    `SELECT m.id, m.sent_at FROM message m JOIN file f ON f.id = m.file_id
     WHERE m.recipient = :recipient AND f.reference LIKE :reference AND m.body LIKE :part ORDER BY m.created_at DESC, m.id LIMIT 1`,
    { recipient, reference, part: `%${part}%` },
  );
  const [newest] = rows;
  if (!newest) return '';
  // Only who gets it can read it: it is read where it was delivered.
  if (newest.sent_at === null) await cavren.jobs.runDue();
  return (await cavren.delivered()).find(({ key }) => key === newest.id)?.body ?? '';
}

/** An applicant's phone: opens the link of the newest message, gets the code by text, comes in. */
export class Phone extends Client {
  token = '';
  view!: DoorView;
  constructor(
    private readonly cavren: TestCavren,
    private readonly mail: string,
    private readonly number: string,
    private readonly reference = '%',
  ) {
    super(cavren.app);
  }
  async openLink(): Promise<this> {
    this.token = /\/door\/([A-Za-z0-9_-]+)/.exec(await newestMessage(this.cavren, this.mail, this.reference, ':\n••••••'))?.[1] ?? '';
    return this;
  }
  async askCode(): Promise<Answer> {
    return this.post('/api/door/code', { token: this.token });
  }
  async readCode(): Promise<string> {
    return /^(\d{6})/.exec(await newestMessage(this.cavren, this.number, this.reference, 'is your code'))?.[1] ?? '';
  }
  async enter(code?: string): Promise<Answer<DoorView>> {
    const answer = await this.post<DoorView>('/api/door/enter', { token: this.token, code: code ?? (await this.readCode()) });
    if (answer.status === 200) this.view = answer.body;
    return answer;
  }
  async comeIn(): Promise<this> {
    await this.openLink();
    await this.askCode();
    await this.enter();
    return this;
  }
  /** Comes in with reference and phone, without a link. */
  async comeBack(phone: string): Promise<Answer<DoorView>> {
    await this.post('/api/door/return', { reference: this.reference, phone });
    const answer = await this.post<DoorView>('/api/door/return/enter', { reference: this.reference, phone, code: await this.readCode() });
    if (answer.status === 200) this.view = answer.body;
    return answer;
  }
  /** Opens every page, and says so. */
  async readAll(): Promise<Answer<DoorView>> {
    const pages = (await this.get<DoorView>('/api/door/me')).body.signing?.pages ?? 0;
    for (let page = 1; page <= pages; page += 1) await this.get(`/api/door/agreement/pages/${page}`);
    return this.post<DoorView>('/api/door/read', { seen: Array.from({ length: pages }, (_, at) => ({ page: at + 1, milliseconds: 20 })) });
  }
  /** All the way through signing. */
  async signAll(mark: object): Promise<Answer<DoorView>> {
    await this.post('/api/door/consent');
    await this.readAll();
    const { signing, fullName } = this.view;
    const own = fullName.split(' ').map((word) => word.charAt(0));
    const initials = Object.fromEntries((signing?.initials ?? []).map(({ code }) => [code, own.join('')]));
    return this.post<DoorView>('/api/door/sign', { choice: signing?.options[0] ?? '', initials, ...mark });
  }
}
