export interface ObjectStoreOptions {
  /** http:// or https:// address of the store. */
  readonly endpoint: string;
  readonly bucket: string;
  /** Before every name, so that several practices can share a bucket. */
  readonly prefix: string;
  readonly region: string;
  readonly key: string;
  readonly secret: string;
}

/**
 * Reads where the original files are kept from the environment.
 * @returns undefined where they are kept in the data folder
 * @throws Error where it is only half said
 */
export function filesFrom(env: Readonly<Record<string, string | undefined>>): ObjectStoreOptions | undefined {
  const where = env.MAPLE_FILES;
  if (!where) return undefined;
  const address = URL.canParse(where) ? new URL(where) : undefined;
  const bucket = address?.pathname.split('/')[1] ?? '';
  if (!address || !/^https?:$/.test(address.protocol) || bucket === '')
    throw new Error(
      'MAPLE_FILES is not right: it must be like https://store.example:9000/bucket or …/bucket/prefix?region=local.',
    );
  const { MAPLE_FILES_KEY: key, MAPLE_FILES_SECRET: secret } = env;
  if (!key || !secret) throw new Error('MAPLE_FILES needs MAPLE_FILES_KEY and MAPLE_FILES_SECRET beside it.');
  const prefix = address.pathname.split('/').slice(2).filter(Boolean).join('/');
  return {
    endpoint: address.origin,
    bucket,
    prefix: prefix === '' ? '' : `${prefix}/`,
    region: address.searchParams.get('region') ?? 'us-east-1',
    key,
    secret,
  };
}
