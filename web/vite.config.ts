import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import vue from '@vitejs/plugin-vue';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** `0.1.0 (4f2c19a)`: the release, and the state of the source where it is known. */
function versionName(): string {
  const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as {
    version: string;
  };
  try {
    const commit = execFileSync('git', ['rev-parse', '--short', 'HEAD'], { stdio: ['ignore', 'pipe', 'ignore'] });
    return `${version} (${commit.toString().trim()})`;
  } catch {
    // Built from an archive.
    return version;
  }
}
const version = versionName();

/** Beside the page, so that an older page can say which version waits. */
const versionFile: Plugin = {
  name: 'version-file',
  generateBundle() {
    this.emitFile({ type: 'asset', fileName: 'version.json', source: JSON.stringify({ version }) });
  },
};

export default defineConfig({
  define: { __APP_VERSION__: JSON.stringify(version) },
  plugins: [
    vue(),
    versionFile,
    // Everything is kept in the browser at the first visit: at the machine there may be no network.
    // A newer version waits until a person goes over to it: files of two versions never meet on one page.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff,woff2,webmanifest,png}'],
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallbackDenylist: [/^\/identity/, /^\/version\.json/],
      },
    }),
  ],
  build: {
    target: 'es2022',
    outDir: 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // The recovery page stands by itself: it works when the application does not start.
    rollupOptions: { input: { index: 'index.html', recovery: 'recovery.html' } },
  },
  worker: { format: 'es' },
  logLevel: 'warn',
});
