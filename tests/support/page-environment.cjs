const { TestEnvironment } = require('jest-environment-jsdom');

/**
 * A document to draw into, with what a browser has beside it and the document lacks: the clone and the requests of the
 * machine's own runtime, and room that is measured as a desk's.
 */
module.exports = class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, {
      ArrayBuffer,
      Uint8Array,
      structuredClone,
      Request,
      Response,
      Headers,
      ReadableStream,
      TextEncoder,
      TextDecoder,
      BroadcastChannel: undefined,
    });
  }
};
