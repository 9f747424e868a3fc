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
  readonly detail?: any;
}
interface Window {
  htmx: unknown;
}
