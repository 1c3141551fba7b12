import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.ts",
  outputDir: "../test-results",
  // Generous, and once more: a busy machine is slow, not wrong.
  timeout: 150_000,
  retries: 1,
  expect: { timeout: 20_000 },
  workers: 1,
  use: {
    actionTimeout: 30_000,
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
