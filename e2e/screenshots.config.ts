import { defineConfig } from '@playwright/test';
import { chromiumOptions, server } from './setup';

export default defineConfig({
  testDir: './pictures',
  testMatch: '*.pictures.ts',
  timeout: 120_000,
  expect: { timeout: 60_000 },
  workers: 1,
  reporter: 'list',
  use: { ...chromiumOptions, baseURL: server.baseURL },
  webServer: server.webServer,
});
