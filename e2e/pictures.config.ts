import journeys from './playwright.config';

export default {
  ...journeys,
  testDir: './pictures',
  workers: 1,
  reporter: 'line',
  use: { ...journeys.use, baseURL: `http://127.0.0.1:${process.env.JOLLY_PORT ?? 4730}` },
};
