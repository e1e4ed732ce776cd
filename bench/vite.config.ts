import { defineConfig } from 'vite';

export default defineConfig({
  logLevel: 'warn',
  ssr: { noExternal: true, external: ['@playwright/test'] },
  build: {
    ssr: true,
    rollupOptions: { input: { main: 'src/main.ts', fuzz: 'src/fuzz.ts', soak: 'src/soak.ts' } },
    outDir: 'dist',
    target: 'node20',
    emptyOutDir: true,
  },
});
