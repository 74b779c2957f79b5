// Where the server's tests run. The embedded database is opened outside a test's sandbox, as the product does in a thread of its
// own: inside, every look-up of a global passes through the sandbox's walls, and opening takes several times as long.
import { TestEnvironment } from 'jest-environment-node';
import { blankDatabase, emptyPractice, letGo } from './test-pglite.mjs';

export default class ServerEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, { openTestPGlite: emptyPractice, openBlankPGlite: blankDatabase });
  }

  async teardown() {
    letGo();
    await super.teardown();
  }
}
