import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

const long = { testTimeout: 120_000, hookTimeout: 90_000, expect: { poll: { timeout: 10_000 } } };

export default defineConfig({
  test: {
    projects: [
      {
        // What needs neither a server nor a browser: on all processors, each reading the program once.
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'kits/**/*.test.ts', 'client/**/*.test.ts', 'testing/**/*.test.ts'],
          isolate: false,
          maxWorkers: availableParallelism(),
          sequence: { groupOrder: 0 },
          ...long,
        },
      },
      {
        test: {
          name: 'house',
          include: ['server/**/*.test.ts', 'scripts/**/*.test.ts', 'e2e/**/*.test.ts'],
          fileParallelism: false,
          sequence: { groupOrder: 1 },
          // Now and then a renderer without a GPU stands still (`e2e/desk.ts`); nothing else is given a second chance.
          retry: { count: 2, condition: /^The browser stands still/u },
          ...long,
        },
      },
    ],
  },
});
