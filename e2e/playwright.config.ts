import { defineConfig } from '@playwright/test';
import { chromiumOptions, server } from './setup';

export default defineConfig({
  testDir: './journeys',
  // A journey proves what happens, never how fast: on a busy machine the longest takes four times its usual minute.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    actionTimeout: 60_000,
    ...chromiumOptions,
    baseURL: server.baseURL,
  },
  webServer: server.webServer,
});
