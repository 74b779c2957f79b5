// Where the server's tests run. The embedded database is opened outside a test's sandbox, as the product does in a thread of its
// own: inside, every look-up of a global passes through the sandbox's walls, and opening takes several times as long.
import { readFileSync } from 'node:fs';
import { TestEnvironment } from 'jest-environment-node';

/** Templates by their file, read once in each process. */
const templates = new Map();
const blobOf = (file) => {
  if (!templates.has(file)) templates.set(file, new Blob([readFileSync(file)]));
  return templates.get(file);
};

export default class ServerEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    const { PGlite } = await import('@electric-sql/pglite');
    this.global.openTestPGlite = (file, parsers) => PGlite.create({ loadDataDir: blobOf(file), parsers });
  }
}
