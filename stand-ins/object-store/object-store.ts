import { createHash, randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

interface Stored {
  readonly bytes: Buffer;
  readonly at: Date;
  readonly etag: string;
}

const etagOf = (bytes: Buffer): string => createHash('md5').update(bytes).digest('hex');
const stored = (bytes: Buffer): Stored => ({ bytes, at: new Date(), etag: etagOf(bytes) });
const text = (value: string): string =>
  value.replace(/[<>&]/g, (c) => (c === '<' ? '&lt;' : c === '>' ? '&gt;' : '&amp;'));
const xml = (name: string, inner: string): string =>
  `<?xml version="1.0" encoding="UTF-8"?><${name}>${inner}</${name}>`;

async function bodyOf(req: IncomingMessage): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of req) parts.push(part as Buffer);
  const whole = Buffer.concat(parts);
  return String(req.headers['x-amz-content-sha256']).startsWith('STREAMING') ? withoutSignatures(whole) : whole;
}

/** A body that is signed by chunks: each has its length and signature before it. */
function withoutSignatures(body: Buffer): Buffer {
  const parts: Buffer[] = [];
  let at = 0;
  for (;;) {
    const end = body.indexOf('\r\n', at);
    const length = parseInt(body.subarray(at, end).toString().split(';')[0] ?? '', 16);
    if (!(length > 0)) return Buffer.concat(parts);
    parts.push(body.subarray(end + 2, end + 2 + length));
    at = end + 2 + length + 2;
  }
}

/**
 * Simulated object store with the common S3 protocol: buckets in memory; put, get, head, delete, list, and uploads in parts. It asks
 * for the right access key and does not check signatures.
 */
export class SimulatedObjectStore {
  private readonly buckets = new Map<string, Map<string, Stored>>();
  private readonly uploads = new Map<string, Map<number, Buffer>>();
  private readonly server: Server;
  address = '';
  /** Requests that were answered. */
  requests = 0;
  /** Answers 503 while it is set. */
  isDown = false;

  constructor(
    private readonly accessKey: string,
    buckets: readonly string[],
  ) {
    for (const name of buckets) this.buckets.set(name, new Map());
    this.server = createServer((req, res) => {
      this.answer(req, res).catch(() => res.destroy());
    });
  }

  /** @param port 0 takes any free one */
  listen(port = 0, host = '127.0.0.1'): Promise<string> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject);
      this.server.listen(port, host, () => {
        this.address = `http://${host}:${(this.server.address() as AddressInfo).port}`;
        resolve(this.address);
      });
    });
  }

  close(): Promise<void> {
    return new Promise((resolve) => {
      this.server.close(() => resolve());
      this.server.closeAllConnections();
    });
  }

  /** Names of all that is in a bucket. */
  names(bucket: string): string[] {
    return [...(this.buckets.get(bucket)?.keys() ?? [])].sort();
  }

  private async answer(req: IncomingMessage, res: ServerResponse): Promise<void> {
    this.requests += 1;
    const url = new URL(req.url ?? '/', 'http://store');
    const [, bucketName = '', ...rest] = decodeURIComponent(url.pathname).split('/');
    const key = rest.join('/');
    const body = await bodyOf(req);
    const refuse = (status: number, code: string): void => {
      res.writeHead(status, { 'content-type': 'application/xml' });
      res.end(req.method === 'HEAD' ? undefined : xml('Error', `<Code>${code}</Code><Message>${code}</Message>`));
    };
    if (this.isDown) return refuse(503, 'ServiceUnavailable');
    if (!String(req.headers.authorization).includes(`Credential=${this.accessKey}/`))
      return refuse(403, 'AccessDenied');
    const bucket = this.buckets.get(bucketName);
    if (!bucket) return refuse(404, 'NoSuchBucket');
    const send = (inner: string): void => {
      res.writeHead(200, { 'content-type': 'application/xml' });
      res.end(inner);
    };
    if (url.searchParams.has('uploads') && req.method === 'GET')
      return send(xml('ListMultipartUploadsResult', '<IsTruncated>false</IsTruncated>'));
    if (key === '') return req.method === 'HEAD' ? send('') : send(this.listed(bucket, url.searchParams));
    const uploadId = url.searchParams.get('uploadId');
    if (req.method === 'POST' && url.searchParams.has('uploads')) {
      const id = randomUUID();
      this.uploads.set(id, new Map());
      return send(xml('InitiateMultipartUploadResult', `<UploadId>${id}</UploadId>`));
    }
    if (uploadId !== null) {
      const parts = this.uploads.get(uploadId);
      if (!parts) return refuse(404, 'NoSuchUpload');
      if (req.method === 'PUT') {
        parts.set(Number(url.searchParams.get('partNumber')), body);
        res.writeHead(200, { etag: `"${etagOf(body)}"` });
        return void res.end();
      }
      this.uploads.delete(uploadId);
      if (req.method === 'DELETE') return void res.writeHead(204).end();
      const whole = stored(Buffer.concat([...parts].sort(([a], [b]) => a - b).map(([, part]) => part)));
      bucket.set(key, whole);
      return send(
        xml(
          'CompleteMultipartUploadResult',
          `<Location>${text(`/${bucketName}/${key}`)}</Location><Bucket>${text(bucketName)}</Bucket><Key>${text(key)}</Key><ETag>"${whole.etag}"</ETag>`,
        ),
      );
    }
    if (req.method === 'PUT') {
      const object = stored(body);
      bucket.set(key, object);
      res.writeHead(200, { etag: `"${object.etag}"` });
      return void res.end();
    }
    if (req.method === 'DELETE') {
      bucket.delete(key);
      return void res.writeHead(204).end();
    }
    const object = bucket.get(key);
    if (!object) return refuse(404, 'NoSuchKey');
    res.writeHead(200, {
      'content-length': object.bytes.length,
      'last-modified': object.at.toUTCString(),
      etag: `"${object.etag}"`,
    });
    res.end(req.method === 'HEAD' ? undefined : object.bytes);
  }

  private listed(bucket: ReadonlyMap<string, Stored>, query: URLSearchParams): string {
    const prefix = query.get('prefix') ?? '';
    const after = query.get('continuation-token') ?? query.get('start-after') ?? '';
    const most = Number(query.get('max-keys') ?? 1000);
    const names = [...bucket.keys()].sort().filter((k) => k.startsWith(prefix) && k > after);
    const page = names.slice(0, most);
    const more = names.length > page.length;
    return xml(
      'ListBucketResult',
      `<Prefix>${text(prefix)}</Prefix><KeyCount>${page.length}</KeyCount><MaxKeys>${most}</MaxKeys><IsTruncated>${more}</IsTruncated>` +
        (more ? `<NextContinuationToken>${text(page[page.length - 1]!)}</NextContinuationToken>` : '') +
        page
          .flatMap((k) => {
            const object = bucket.get(k);
            if (!object) return [];
            const { bytes, at, etag } = object;
            return `<Contents><Key>${text(k)}</Key><LastModified>${at.toISOString()}</LastModified><ETag>"${etag}"</ETag><Size>${bytes.length}</Size></Contents>`;
          })
          .join(''),
    );
  }
}
