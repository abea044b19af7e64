import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/**/*.test.ts',
      'kits/**/*.test.ts',
      'client/**/*.test.ts',
      'testing/**/*.test.ts',
      'server/**/*.test.ts',
      'scripts/**/*.test.ts',
      'e2e/**/*.test.ts',
    ],
    testTimeout: 60_000,
    hookTimeout: 90_000,
    fileParallelism: false,
    // Now and then a renderer without a GPU stands still (`e2e/desk.ts`); nothing else is given a second chance.
    retry: { count: 2, condition: /^The browser stands still/u },
  },
});
