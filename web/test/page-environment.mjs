import { TestEnvironment } from 'jest-environment-jsdom';

const {
  Response,
  Request,
  Headers,
  fetch,
  structuredClone,
  TextEncoder,
  TextDecoder,
  setImmediate,
  clearImmediate,
} = globalThis;

/** What pages have and jsdom has not. */
const MISSING = {
  Response,
  Request,
  Headers,
  fetch,
  structuredClone,
  TextEncoder,
  TextDecoder,
  setImmediate,
  clearImmediate,
  matchMedia: () => ({
    matches: false,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }),
};

/**
 * A page for the tests of components; packages are taken as Node takes them.
 *
 * @public
 */
export default class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, MISSING);
  }

  exportConditions() {
    return ['node', 'node-addons'];
  }
}
