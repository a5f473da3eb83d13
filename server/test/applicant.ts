import type { DoorView } from '@cavren/contract';
import { select } from '../src/db/index';
import { Client, type Answer, type TestCavren } from './cavren';

/** The newest message to somebody, as the outbox has it. */
export async function newestMessage(cavren: TestCavren, recipient: string, reference = '%', part = ''): Promise<string> {
  const [row] = await select<{ body: string }>(
    cavren.db,
    `SELECT m.body FROM message m JOIN file f ON f.id = m.file_id
     WHERE m.recipient = :recipient AND f.reference LIKE :reference AND m.body LIKE :part ORDER BY m.created_at DESC, m.id LIMIT 1`,
    { recipient, reference, part: `%${part}%` },
  );
  return row?.body ?? '';
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
    this.token = /\/door\/([A-Za-z0-9_-]+)/.exec(await newestMessage(this.cavren, this.mail, this.reference, '/door/'))?.[1] ?? '';
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
  /** All the way through signing. */
  async signAll(mark: object): Promise<Answer<DoorView>> {
    await this.post('/api/door/consent');
    await this.post('/api/door/read', { pages: 3 });
    return this.post<DoorView>('/api/door/sign', { choice: this.view.signing?.options[0] ?? '', ...mark });
  }
}
