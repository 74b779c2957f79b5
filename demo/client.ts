const asSent = (body: unknown): string | Uint8Array<ArrayBuffer> =>
  body instanceof Uint8Array ? new Uint8Array(body) : String(body);

/** A small client of the application's own API, as a browser would use it. */
export class DemoClient {
  private cookie = '';
  private readonly address: string;

  constructor(address: string) {
    this.address = address;
  }

  /** @throws Error with the server's own words where it refuses */
  async call<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    contentType = 'application/json',
  ): Promise<T> {
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      headers: { 'content-type': contentType, cookie: this.cookie },
      body: body === undefined ? undefined : contentType === 'application/json' ? JSON.stringify(body) : asSent(body),
    });
    const cookie = response.headers.get('set-cookie');
    if (cookie) this.cookie = cookie.split(';')[0]!;
    const text = await response.text();
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${text}`);
    return (text === '' ? {} : JSON.parse(text)) as T;
  }
}
