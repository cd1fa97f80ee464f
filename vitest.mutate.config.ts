import { defineConfig } from 'vitest/config';

/** The tests that `npm run mutate` asks: those of the folders it was given, by the names it passes on. */
export default defineConfig({
  test: {
    include: JSON.parse(process.env.MUTATE_TESTS ?? '[]') as string[],
    environment: 'node',
    testTimeout: 60_000,
  },
});
