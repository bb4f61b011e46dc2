/** What `@jest/globals` gives, for tests that run in plain Node. The runner there waits for a test or a hook for ever: here each has its time, and fails after it. */
const { expect, describe, jest } = globalThis;
export { expect, describe, jest };

const LONGEST_MS = 60_000;

/** A test's function that ends in time. */
const inTime =
  (work, ms = LONGEST_MS) =>
  async (...given) => {
    let timer;
    const late = new Promise((_, reject) => {
      timer = setTimeout(() => reject(new Error(`It did not end within ${ms} ms.`)), ms);
    });
    try {
      await Promise.race([work(...given), late]);
    } finally {
      clearTimeout(timer);
    }
  };

const timed = (plain) => (name, work, ms) => plain(name, inTime(work, ms), ms);

export const test = Object.assign(timed(globalThis.test), {
  each:
    (...table) =>
    (name, work, ms) =>
      globalThis.test.each(...table)(name, inTime(work, ms), ms),
  skip: globalThis.test.skip,
  only: timed(globalThis.test.only),
});
export const it = test;

const hook = (plain) => (work, ms) => plain(inTime(work, ms), ms);
export const beforeAll = hook(globalThis.beforeAll);
export const afterAll = hook(globalThis.afterAll);
export const beforeEach = hook(globalThis.beforeEach);
export const afterEach = hook(globalThis.afterEach);
