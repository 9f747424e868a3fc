import { defineConfig } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.mjs",
  // What shares a class stands in one file and goes in its order; the files go beside each other.
  workers: 3,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  forbidOnly: true,
  reporter: [["list"]],
  use: { baseURL: process.env.BASE_URL, launchOptions, viewport: { width: 1280, height: 800 }, actionTimeout: 20_000 },
});
