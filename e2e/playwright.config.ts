import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';
import { chromiums } from '../tools/chromiums.mjs';
import { serverArgs } from '../tools/serverArgs.mjs';

const port = 4183;

/** Journeys run against the built server on loopback, each with jobs of its own in a throw-away data file. */
export default defineConfig({
  testDir: '.',
  // What is timed runs by itself, when nothing else does.
  projects: process.env['SHOTS']
    ? [{ name: 'pictures', testMatch: 'screenshots.shots.ts' }]
    : [
        { name: 'journeys', testMatch: '*.spec.ts', testIgnore: 'speed.spec.ts' },
        { name: 'speed', testMatch: 'speed.spec.ts', dependencies: ['journeys'] },
      ],
  outputDir: '../test-results',
  // A machine that lends its time to others may stand still for seconds. What must be fast is timed in the speed project.
  timeout: 150_000,
  expect: { timeout: 30_000 },
  // Of two cores one would be idle while a page waits.
  workers: 3,
  fullyParallel: true,
  reporter: [['list']],
  use: {
    serviceWorkers: 'block',
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // Recording every step takes a quarter of the time: `--trace on` for the one that failed.
    trace: 'off',
    launchOptions: {
      executablePath: chromiums.find((program) => existsSync(program)) ?? '',
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
  },
  webServer: {
    command: `rm -f test-results/e2e.sqlite* && node ${serverArgs.join(' ')}`,
    cwd: '..',
    url: `http://127.0.0.1:${port}/api/health`,
    env: { PORT: String(port), FIELDCHALK_DATA: 'test-results/e2e.sqlite', FIELDCHALK_DEMO: '1' },
    reuseExistingServer: false,
  },
});
