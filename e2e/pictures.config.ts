import journeys from './playwright.config';

export default {
  ...journeys,
  testDir: './pictures',
  workers: 1,
  reporter: 'line',
  use: {
    ...journeys.use,
    // Letters stand where the font has them, as on a screen of today.
    launchOptions: {
      ...journeys.use!.launchOptions,
      args: [...journeys.use!.launchOptions!.args!, '--font-render-hinting=none'],
    },
    baseURL: `http://127.0.0.1:${process.env.JOLLY_PORT ?? 4730}`,
  },
};
