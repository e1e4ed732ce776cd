import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { include: ['src/**/*.test.ts'], environment: 'node', setupFiles: ['./vitest.setup.ts'], testTimeout: 240_000 },
});
