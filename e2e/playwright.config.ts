import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './journeys',
  // One more than there are cores in the smallest place: each waits for the server part of its time.
  workers: 3,
  fullyParallel: true,
  // Generous, because a busy machine is no failure; what is waited for comes as soon as it is there.
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: `http://127.0.0.1:${process.env.JOLLY_PORT ?? 4720}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    // What a browser keeps of the application would answer past the journeys that hold replies back.
    serviceWorkers: 'block',
    // As somebody who wants things to stand still, and so without waiting for what slides.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
  outputDir: '../.cache/e2e',
});
