import type { SentEdit } from '@neat-sill/core/contract';
import { PASSWORD, type TestServer } from './server.ts';

export interface Answer {
  readonly status: number;
  readonly type: string | null;
  readonly headers: Headers;
  // What the API sends is looked at with expect; its shape is the contract's business.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- see above
  readonly body: any;
}

/** Somebody who calls the API, with a session of their own once signed in. */
export class ApiCaller {
  /** As a browser keeps them. */
  readonly cookies = new Map<string, string>();
  csrfToken = '';

  constructor(private readonly server: TestServer) {}

  get cookie(): string {
    return [...this.cookies].map((pair) => pair.join('=')).join('; ');
  }

  async call(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`${this.server.address}/api${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(this.cookies.size > 0 ? { cookie: this.cookie } : {}),
        ...(this.csrfToken ? { 'x-csrf-token': this.csrfToken } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [name = '', value = ''] = (cookie.split(';')[0] ?? '').split(/=(.*)/s);
      this.cookies.set(name, value);
    }
    const text = await response.text();
    const type = response.headers.get('content-type');
    return {
      status: response.status,
      type,
      headers: response.headers,
      body: type?.includes('json') ? JSON.parse(text) : text,
    };
  }

  get = (path: string) => this.call('GET', path);
  post = (path: string, body: unknown) => this.call('POST', path, body);
  put = (path: string, body: unknown) => this.call('PUT', path, body);

  async signIn(email: string, password = PASSWORD, code = ''): Promise<Answer> {
    const answer = await this.post('/session', { email, password, code });
    if (answer.status === 201) this.csrfToken = answer.body.csrfToken;
    return answer;
  }

  edit(jobId: string, ...changes: SentEdit['changes']): Promise<Answer> {
    return this.post(`/jobs/${jobId}/edits`, { editId: crypto.randomUUID(), label: 'Edit', changes });
  }
}

export async function signedIn(server: TestServer, email: string): Promise<ApiCaller> {
  const caller = new ApiCaller(server);
  const answer = await caller.signIn(email);
  if (answer.status !== 201) throw new Error(`Sign-in failed: ${JSON.stringify(answer.body)}`);
  return caller;
}
