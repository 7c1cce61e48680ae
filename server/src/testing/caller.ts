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
  private cookie = '';
  csrfToken = '';

  constructor(private readonly server: TestServer) {}

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
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(this.csrfToken ? { 'x-csrf-token': this.csrfToken } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const cookie = response.headers.getSetCookie()[0];
    if (cookie) this.cookie = cookie.split(';')[0] ?? '';
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

  async signIn(email: string, password = PASSWORD): Promise<Answer> {
    const answer = await this.post('/session', { email, password });
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
