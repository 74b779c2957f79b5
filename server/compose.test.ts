import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { parse } from 'yaml';

const ROOT = join(import.meta.dirname, '..');

interface Service {
  readonly image?: string;
  readonly build?: { readonly dockerfile: string };
  readonly volumes?: readonly string[];
  readonly depends_on?: readonly string[] | Readonly<Record<string, unknown>>;
}

test('the compose file names only services, volumes and files that there are', () => {
  const text = readFileSync(join(ROOT, 'compose.yaml'), 'utf8');
  const { services, volumes } = parse(text, { merge: true }) as {
    services: Record<string, Service>;
    volumes: Record<string, unknown>;
  };
  expect(Object.keys(services)).toEqual(expect.arrayContaining(['database', 'app-one', 'app-two', 'door']));
  for (const service of Object.values(services)) {
    expect(service.image ?? service.build).toBeDefined();
    if (service.build) expect(existsSync(join(ROOT, service.build.dockerfile))).toBe(true);
    const needs = Array.isArray(service.depends_on) ? service.depends_on : Object.keys(service.depends_on ?? {});
    for (const other of needs as string[]) expect(Object.keys(services)).toContain(other);
    for (const volume of service.volumes ?? []) {
      const [from = ''] = volume.split(/:(?![?])/);
      if (from.startsWith('./')) expect(existsSync(join(ROOT, from))).toBe(true);
      else if (!from.startsWith('${')) expect(Object.keys(volumes)).toContain(from);
    }
  }
  const door = readFileSync(join(ROOT, 'deploy', 'door.conf'), 'utf8');
  for (const [, name] of door.matchAll(/server (app-\w+):/g)) expect(Object.keys(services)).toContain(name);
});
