import { defineConfig } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.mjs",
  // What shares a class stands in one file and goes in its order; the files go beside each other.
  workers: 3,
  // What is waited for ends the wait; these only say when to give up, on a machine four times as slow and busy with something else.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // A machine that stands still for a minute is no fault of the page; what passes only the second time is printed whole and counted aloud.
  retries: 1,
  forbidOnly: true,
  reporter: [["list"]],
  // Without a line is a matter of its own spec; elsewhere a page comes from the app alone.
  use: { serviceWorkers: "block", baseURL: process.env.BASE_URL, launchOptions, viewport: { width: 1280, height: 800 }, actionTimeout: 90_000, navigationTimeout: 90_000 },
});
