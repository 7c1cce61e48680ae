import { TestEnvironment } from 'jest-environment-jsdom';

/** A page for tests of components, with what jsdom leaves out of it. */
export default class extends TestEnvironment {
  async setup() {
    await super.setup();
    for (const name of [
      'TextEncoder',
      'TextDecoder',
      'fetch',
      'Request',
      'Response',
      'Headers',
      'ReadableStream',
      'TransformStream',
      'AbortController',
      'AbortSignal',
      'structuredClone',
      'Uint8Array',
    ])
      this.global[name] = globalThis[name];
    this.global.IS_REACT_ACT_ENVIRONMENT = true;
  }
}
