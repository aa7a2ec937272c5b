/**
 * npm run bench:first-load: a cold browser opens the sign-in page and then the list of jobs, on loopback and as on slow 3G
 * (400 kbit/s, 400 ms). Prints seconds and bytes over the wire, fonts with them. Needs the page built and Chromium.
 */
import { spawn } from 'node:child_process';
import { performance } from 'node:perf_hooks';
import { chromium } from '@playwright/test';

const PORT = '4698';
const BASE = `http://127.0.0.1:${PORT}`;
/** The fastest this network carries anything, bytes a second; and how long a request waits for its answer, ms. */
const SLOW = { throughput: (400 * 1024) / 8, latency: 400 };
/** What is fetched after a page is there still counts. */
const AFTER_MS = 1500;

const server = spawn('node', ['apps/server/dist/main.js'], {
  env: { ...process.env, VENULA_PORT: PORT, NODE_ENV: 'production' },
  stdio: 'inherit',
});
try {
  await up();
  for (const slow of [false, true]) await load(slow);
} finally {
  server.kill('SIGTERM');
}

async function up() {
  for (let tries = 0; tries < 200; tries++) {
    const answer = await fetch(`${BASE}/api/health`).catch(() => null);
    if (answer) return;
    await new Promise((resume) => setTimeout(resume, 100));
  }
  throw new Error('the server does not answer');
}

async function load(slow) {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'].concat([
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ]),
  });
  try {
    // The service worker fetches the rest of the program behind the page: that is no part of the first load.
    const context = await browser.newContext({ serviceWorkers: 'block' });
    const page = await context.newPage();
    const cdp = await context.newCDPSession(page);
    await cdp.send('Network.enable');
    if (slow)
      await cdp.send('Network.emulateNetworkConditions', {
        offline: false,
        latency: SLOW.latency,
        downloadThroughput: SLOW.throughput,
        uploadThroughput: SLOW.throughput,
      });
    let bytes = 0;
    cdp.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
    const timed = async (reach) => {
      const started = performance.now();
      await reach();
      const seconds = (performance.now() - started) / 1000;
      await new Promise((resume) => setTimeout(resume, AFTER_MS * (slow ? 3 : 1)));
      return `${seconds.toFixed(2)} s, ${(bytes / 1000).toFixed(0)} kB in all`;
    };
    const signIn = await timed(async () => {
      await page.goto(`${BASE}/sign-in`);
      await page.getByLabel('Password').waitFor({ timeout: 120_000 });
    });
    await page.getByLabel('Name').fill('tess');
    await page.getByLabel('Password').fill('saltmarsh-tess');
    const jobs = await timed(async () => {
      await page.getByRole('button', { name: 'Sign in' }).click();
      await page.getByTestId('answer').waitFor({ timeout: 120_000 });
    });
    console.log(`${slow ? 'slow 3G' : 'loopback'}: sign-in ${signIn}; then the jobs ${jobs}`);
  } finally {
    await browser.close();
  }
}
