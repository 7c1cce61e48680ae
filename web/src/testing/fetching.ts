/** What a server answers in a test, by method and path below /api; a function may look at the body. */
export type Answers = Readonly<Record<string, unknown>>;

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** Stands in for the server: what was sent, and what is answered now (a status with a body, or no network at all). */
export interface FakeServer {
  readonly sent: Sent[];
  answers: Record<string, (body: unknown) => { readonly status: number; readonly body: unknown } | 'away'>;
}

export const ok = (body: unknown) => () => ({ status: 200, body });

/** Puts a stand-in for the server in place of `fetch`; what nothing is said of is a failure of the test. */
export function fakeServer(answers: FakeServer['answers']): FakeServer {
  const server: FakeServer = { sent: [], answers };
  const RealRequest = globalThis.Request;
  globalThis.Request = class extends RealRequest {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' ? new URL(input, 'http://localhost') : input, init);
    }
  };
  globalThis.fetch = async (input) => {
    const request = input as Request;
    const path = new URL(request.url).pathname.replace(/^\/api/, '');
    const text = await request.text();
    const body: unknown = text ? JSON.parse(text) : undefined;
    server.sent.push({ method: request.method, path, body });
    const answer = server.answers[`${request.method} ${path}`];
    if (!answer) throw new TypeError(`nothing is said of ${request.method} ${path}`);
    const given = answer(body);
    if (given === 'away') throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify(given.body), {
      status: given.status,
      headers: { 'content-type': given.status >= 400 ? 'application/problem+json' : 'application/json' },
    });
  };
  return server;
}
