import { defineConfig } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.mjs",
  // The matrix has classes of its own and goes beside the other files, which share some and go in their order.
  workers: 3,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  forbidOnly: true,
  reporter: [["list"]],
  use: { baseURL: process.env.BASE_URL, launchOptions, viewport: { width: 1280, height: 800 }, actionTimeout: 20_000 },
});
