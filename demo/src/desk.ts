import { fileOf, viewAfter, type FileAnswer, type FileView, type ProductInForce } from '@cavren/contract';
import type { FileState } from '@cavren/core';
import type { Cavren } from '@cavren/server';

type App = Cavren['app'];
type Method = 'GET' | 'POST' | 'PATCH';

/** What the server answers at an address. */
interface Answer<T> {
  status: number;
  body: T;
}

/** Somebody at a browser of their own: keeps the cookies and the token of its session, and stops at the first refusal. */
export class Browser {
  private readonly cookies = new Map<string, string>();
  private csrf = '';
  constructor(
    private readonly app: App,
    private readonly address = '127.0.0.1',
  ) {}

  private credentials: { username: string; password: string } | null = null;
  /** Signs in, and anew whenever the days that the demo tells of have ended the session. */
  async signIn(username: string, password: string): Promise<void> {
    this.credentials = { username, password };
    await this.send('POST', '/api/session', this.credentials);
  }

  async call<T>(method: Method, url: string, payload?: object, headers: Record<string, string> = {}): Promise<T> {
    const { status, body } = await this.send<T>(method, url, payload, headers);
    if (status !== 401 || !this.credentials) return body;
    await this.send('POST', '/api/session', this.credentials);
    return (await this.send<T>(method, url, payload, headers)).body;
  }

  private async send<T>(method: Method, url: string, payload?: object, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await this.app.inject({
      method,
      url,
      remoteAddress: this.address,
      ...(payload ? { payload } : {}),
      headers: { cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '), 'x-csrf-token': this.csrf, ...headers },
    });
    for (const { name, value } of response.cookies) this.cookies.set(name, value);
    const isJson = String(response.headers['content-type']).includes('json');
    const body = isJson ? response.json<(T & { csrfToken?: string }) | null>() : null;
    const status = response.statusCode;
    const isOver = status === 401 && this.credentials !== null && url !== '/api/session';
    if (status >= 400 && !isOver) throw new Error(`${method} ${url} was answered ${response.statusCode}: ${response.body.slice(0, 400)}`);
    if (body?.csrfToken) this.csrf = body.csrfToken;
    return { status, body: body as T };
  }
  get = <T>(url: string): Promise<T> => this.call<T>('GET', url);
  post = <T>(url: string, payload: object = {}): Promise<T> => this.call<T>('POST', url, payload);

  upload<T>(url: string, name: string, content: Buffer, conditionKey: string): Promise<T> {
    const boundary = 'cavren-demo-boundary';
    const head = `--${boundary}\r\ncontent-disposition: form-data; name="conditionKey"\r\n\r\n${conditionKey}\r\n--${boundary}\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: application/pdf\r\n\r\n`;
    const payload = Buffer.concat([Buffer.from(head), content, Buffer.from(`\r\n--${boundary}--\r\n`)]);
    return this.call<T>('POST', url, payload, { 'content-type': `multipart/form-data; boundary=${boundary}` });
  }
}

const products = new Map<string, ProductInForce>();

/** One file as somebody at a desk has it open: acts name the version seen last, and their answers are laid on what was seen. */
export class OpenFile {
  private view: FileView | null = null;
  private inForce: ProductInForce | null = null;

  constructor(readonly reference: string) {}

  get url(): string {
    return `/api/files/${this.reference}`;
  }
  get version(): number {
    return this.view?.version ?? 0;
  }
  get file(): FileState {
    if (!this.view || !this.inForce) throw new Error('The file wasn’t read yet');
    return fileOf(this.view, this.inForce);
  }

  async read(who: Browser): Promise<this> {
    this.view = await who.get<FileView>(this.url);
    const { productId } = this.view;
    this.inForce = products.get(productId) ?? (await who.get<ProductInForce>(`/api/products/${productId}`));
    products.set(productId, this.inForce);
    return this;
  }

  async act(who: Browser, path: string, body: object = {}, method: Method = 'POST'): Promise<void> {
    await this.take(who, await who.call<FileAnswer>(method, `${this.url}${path}`, { version: this.version, ...body }));
  }

  async add(who: Browser, name: string, content: Buffer, conditionKey: string): Promise<void> {
    await this.take(who, await who.upload<FileAnswer>(`${this.url}/papers`, name, content, conditionKey));
  }

  private async take(who: Browser, answer: FileAnswer): Promise<void> {
    this.view = this.view && viewAfter(this.view, answer);
    if (!this.view) await this.read(who);
  }
}
