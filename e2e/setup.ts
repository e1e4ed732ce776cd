const PORT = 7437;

/** Debian's Chromium, headless, with nothing of its own going to the network. */
export const chromiumOptions = {
  browserName: 'chromium' as const,
  viewport: { width: 1280, height: 800 },
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
};

/** The built application behind the real server, with its real security headers. */
export const server = {
  baseURL: `http://localhost:${PORT}`,
  webServer: {
    command: `node ../server/dist/main.js --root ../web/dist --port ${PORT}`,
    url: `http://localhost:${PORT}/identity`,
    reuseExistingServer: false,
  },
};
