import { TestEnvironment } from "jest-environment-jsdom";

/** A page in jsdom, with what browsers have and it lacks: most of it from Node. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      Request,
      Response,
      Headers,
      AbortController,
      AbortSignal,
      CSS: {
        escape: (name) => name.replace(/[^\w-]/g, (c) => `\\${c}`),
        supports: () => false,
      },
    });
  }
}
