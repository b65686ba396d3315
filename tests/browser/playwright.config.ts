import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

const port = 5199;
// One practice for the whole run; every test adds cases of its own.
process.env.DENTELLE_DATA ??= mkdtempSync(join(tmpdir(), 'dentelle-browser-'));

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  snapshotPathTemplate: 'pictures/{arg}{ext}',
  workers: 1,
  // What computes runs beside the browser, on machines of two cores.
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: 'results/report.json' }]],
  use: {
    actionTimeout: 15_000,
    baseURL: `http://127.0.0.1:${port}`,
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
  },
  webServer: {
    command: `../../script/demo --port ${port} --data ${process.env.DENTELLE_DATA}`,
    url: `http://127.0.0.1:${port}/api/day`,
    timeout: 300_000,
    reuseExistingServer: false,
  },
});
