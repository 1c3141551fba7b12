/* eslint-disable @typescript-eslint/no-require-imports */
const { TextDecoder, TextEncoder } = require("node:util");
const { deserialize, serialize } = require("node:v8");
const fc = require("fast-check");

// Laws draw the same cases each time, so that a red run is about the change at hand; KETTLEBACK_SEED=random looks further.
const seed = process.env.KETTLEBACK_SEED ?? "2026";
if (seed !== "random") fc.configureGlobal({ seed: Number(seed) });

// A page's globals that the simulated one lacks.
globalThis.structuredClone ??= (value) => deserialize(serialize(value));
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;

// A page's threads: their work is done on this one, over a line that copies what goes in and comes out.
if (typeof window !== "undefined") {
  // A slow machine is no fault: what is waited for has longer than the usual second.
  require("@testing-library/dom").configure({ asyncUtilTimeout: 15_000 });
  const { MessageChannel, MessagePort } = require("node:worker_threads");
  // A line that is listened on would keep a finished test file from ending.
  for (const name of ["addEventListener", "start"]) {
    const listen = MessagePort.prototype[name];
    MessagePort.prototype[name] = function (...args) {
      listen.apply(this, args);
      this.unref();
    };
  }
  globalThis.MessageChannel ??= MessageChannel;
  globalThis.Worker ??= class {
    constructor() {
      const { expose } = require("comlink");
      const { workshop } = require("../web/src/jobs/workshop");
      const { port1, port2 } = new MessageChannel();
      expose(workshop(), port2);
      return port1;
    }
  };
}
