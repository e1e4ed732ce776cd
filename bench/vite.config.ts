import { defineConfig } from 'vite';

export default defineConfig({
  logLevel: 'warn',
  ssr: { noExternal: true, external: ['@playwright/test'] },
  build: { ssr: 'src/main.ts', outDir: 'dist', target: 'node20', emptyOutDir: true },
});
