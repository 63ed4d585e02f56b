import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './demoCompany.ts',
  outputDir: '../.data/results/browser',
  // Each file has a server and books of its own.
  workers: 2,
  // On a busy machine a test may meet what its second try, with a server and books of its own, does not: it is named in the summary.
  retries: 1,
  // Of machines that do much else beside: who waits for long still waits for something that comes.
  timeout: 90_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-US',
    screenshot: 'only-on-failure',
    // A message that fades in is looked at as it stands, not halfway.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.OBOLUS_CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--disable-quic',
      ],
    },
  },
});
