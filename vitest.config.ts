import { defineConfig } from 'vitest/config';

const project = (name: string, include: string[], testTimeout: number, more: object = {}) => ({
  // A limit for what hangs, not a measure: a busy machine takes three times as long.
  test: { name, include, testTimeout, hookTimeout: testTimeout, environment: 'node' as const, ...more },
});

export default defineConfig({
  test: {
    // Both cores; what is pure shares its modules within a worker, so that each is read once, not once a file.
    maxWorkers: 2,
    projects: [
      project(
        'core',
        ['kernels/src/**/*.test.ts', 'gallery/*.test.ts', 'core/src/**/*.test.ts', 'web/src/**/*.test.ts'],
        120_000,
        {
          isolate: false,
          setupFiles: ['testing/seed.ts'],
        },
      ),
      project('server', ['server/src/**/*.test.ts', 'cli/src/**/*.test.ts'], 180_000, {
        globalSetup: ['scripts/built.mjs'],
        setupFiles: ['testing/seed.ts'],
      }),
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          globalSetup: ['scripts/built.mjs', 'e2e/globalSetup.ts'],
          testTimeout: 180_000,
          hookTimeout: 120_000,
          // After the others: pages and the servers they talk to take both cores.
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
