import { networkInterfaces } from 'node:os';
import type { ReachAnswer } from '../../api/types.ts';

const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || host.startsWith('127.');
const isEverywhere = (host: string): boolean => host === '0.0.0.0' || host === '::';

/** IPv4 addresses of this machine that others in its networks can call. */
const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flat()
    .flatMap((n) => (n && !n.internal && n.family === 'IPv4' ? [n.address] : []));

/** Addresses under which a phone in the same network finds the program; none where it listens on this machine alone. */
export function reachOf(host: string, port: number, isSecure: boolean, own = ownAddresses()): ReachAnswer {
  const hosts = isLoopback(host) ? [] : isEverywhere(host) ? own : [host];
  const scheme = isSecure ? 'https' : 'http';
  return {
    addresses: hosts.map((h) => `${scheme}://${h.includes(':') ? `[${h}]` : h}:${port}`),
    isSecure,
  };
}
