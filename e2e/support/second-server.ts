import { expect, request, type APIRequestContext } from '@playwright/test';
import { spawn } from 'node:child_process';

/** A second process that serves the installation which the journeys run on, at another port, with a browser's requests to it. */
export async function aSecondServer(): Promise<{
  address: string;
  stop: () => void;
  visitor: (storageState?: Awaited<ReturnType<APIRequestContext['storageState']>>) => Promise<APIRequestContext>;
}> {
  const port = Number(process.env.JOLLY_PORT ?? 4720) + 7;
  const address = `http://127.0.0.1:${port}`;
  const server = spawn('node', ['packages/server/dist/main.js'], {
    env: { ...process.env, JOLLY_PORT: String(port), JOLLY_SMTP_PORT: String(port + 1) },
    stdio: 'ignore',
  });
  const visitor = (storageState?: Awaited<ReturnType<APIRequestContext['storageState']>>) =>
    request.newContext({ baseURL: address, ...(storageState ? { storageState } : {}) });
  const first = await visitor();
  await expect.poll(async () => (await first.get('/health').catch(() => null))?.status() ?? 0).toBe(200);
  return { address, stop: () => server.kill(), visitor };
}
