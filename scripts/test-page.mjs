/** A page without a screen for the tests of components: what a browser has, beside what Node has. Each test takes down what it has drawn. */
import { JSDOM } from "jsdom";

const { window } = new JSDOM("<!doctype html>", { url: "http://localhost/", pretendToBeVisual: true });

for (const name of Object.getOwnPropertyNames(window))
  if (!(name in globalThis))
    Object.defineProperty(globalThis, name, { configurable: true, writable: true, value: window[name] });
Object.assign(globalThis, {
  window,
  self: window,
  // What the page draws with takes its own, and no other.
  Event: window.Event,
  CustomEvent: window.CustomEvent,
  EventTarget: window.EventTarget,
  navigator: window.navigator,
});
for (const name of ["addEventListener", "removeEventListener", "dispatchEvent", "getComputedStyle"])
  globalThis[name] = window[name].bind(window);

// What a test puts in place of one of these stands for it wherever it is asked for.
for (const name of ["ResizeObserver", "matchMedia", "fetch", "scrollTo"]) {
  let value = globalThis[name];
  const either = { configurable: true, get: () => value, set: (given) => (value = given) };
  Object.defineProperty(globalThis, name, either);
  Object.defineProperty(window, name, either);
}
