import { defineConfig } from '@playwright/test';
import { chromiumOptions, server } from './setup';

export default defineConfig({
  testDir: './journeys',
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  use: {
    actionTimeout: 30_000,
    ...chromiumOptions,
    baseURL: server.baseURL,
  },
  webServer: server.webServer,
});
