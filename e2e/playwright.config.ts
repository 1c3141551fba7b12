import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.ts",
  outputDir: "../test-results",
  globalSetup: "./warm-up.ts",
  // Two browsers, two servers and simulated devices share what cores there are: a slow machine is no fault.
  timeout: 150_000,
  // A test that passes only on a second try is a failure.
  retries: 0,
  expect: { timeout: 15_000 },
  workers: 2,
  use: {
    actionTimeout: 30_000,
    // What lies between page and server is looked at by the test that takes the network away, and by no other.
    serviceWorkers: "block",
    locale: "en-GB",
    timezoneId: "Europe/Dublin",
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
      args: [
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
