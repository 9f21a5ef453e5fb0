import { readConfig } from './config';

const least = { JOLLY_DB_PASSWORD: 'secret', JOLLY_SESSION_SECRET: 'sixteen letters!' };

it('has safe defaults: loopback, no fixed clock', () => {
  expect(readConfig(least)).toMatchObject({
    host: '127.0.0.1',
    port: 4700,
    dbHost: '127.0.0.1',
    dbPort: 4701,
    secure: false,
    trustProxy: 0,
    now: null,
  });
});

it('fixes the clock at an ISO instant', () => {
  expect(readConfig({ ...least, JOLLY_NOW: '2026-11-23T10:10:00.000Z' }).now).toBe(Date.parse('2026-11-23T10:10:00.000Z'));
});

it('names every variable that is wrong, a line each', () => {
  expect(() => readConfig({ JOLLY_PORT: 'none', JOLLY_SESSION_SECRET: 'short', JOLLY_DB_NAME: 'x; DROP' })).toThrow(
    /JOLLY_PORT[^\n]*\n[^]*JOLLY_DB_NAME[^\n]*\n[^]*JOLLY_DB_PASSWORD[^\n]*\n[^]*JOLLY_SESSION_SECRET/,
  );
});

it('sends cookies over https only where people reach us by https, unless told otherwise', () => {
  expect(readConfig({ ...least, JOLLY_ADDRESS: 'https://school.example' }).secure).toBe(true);
  expect(readConfig({ ...least, JOLLY_ADDRESS: 'http://school.example' }).secure).toBe(false);
  expect(readConfig({ ...least, JOLLY_ADDRESS: 'https://school.example', JOLLY_SECURE: 'false' }).secure).toBe(false);
});
