// What the type checker is not told of elsewhere: elements are found by selectors that the pages keep, and events of htmx carry a detail.
declare module "@alpinejs/csp";

interface ParentNode {
  querySelector(selectors: string): any;
  querySelectorAll(selectors: string): NodeListOf<any>;
}
interface EventTarget {
  closest(selectors: string): any;
  readonly id?: string;
}
interface Event {
  waitUntil?(done: Promise<unknown>): void;
  readonly detail?: any;
}
interface Window {
  htmx: unknown;
  /** The service worker's: its parts by the build, and who it answers. */
  REGATTA_PARTS?: string[];
  clients: any;
}
