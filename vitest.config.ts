import { defineConfig } from 'vitest/config';

const project = (name: string, include: string[], testTimeout: number) => ({
  test: { name, include, testTimeout, hookTimeout: testTimeout, environment: 'node' as const },
});

export default defineConfig({
  test: {
    // Browser tests share two cores with the server they drive: one file at a time there.
    projects: [
      project('core', ['kernels/src/**/*.test.ts', 'core/src/**/*.test.ts', 'web/src/**/*.test.ts'], 30_000),
      project('server', ['server/src/**/*.test.ts', 'cli/src/**/*.test.ts'], 60_000),
      {
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 90_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
