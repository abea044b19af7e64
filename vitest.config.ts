import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

const long = { testTimeout: 120_000, hookTimeout: 90_000, expect: { poll: { timeout: 10_000 } } };

/** Tests in a process of their own. */
const APART = 'client/**/*.apart.test.ts';

export default defineConfig({
  test: {
    projects: [
      {
        // What needs neither a server nor a browser: on all processors, each reading the program once.
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'kits/**/*.test.ts', 'client/**/*.test.ts', 'testing/**/*.test.ts'],
          exclude: [APART],
          isolate: false,
          maxWorkers: availableParallelism(),
          sequence: { groupOrder: 0 },
          ...long,
        },
      },
      {
        // Those that put something in the place of a module: whoever has read that module before would have it as it was.
        test: {
          name: 'apart',
          include: [APART],
          maxWorkers: availableParallelism(),
          sequence: { groupOrder: 0 },
          ...long,
        },
      },
      {
        test: {
          name: 'house',
          include: ['server/**/*.test.ts', 'scripts/**/*.test.ts', 'e2e/**/*.test.ts'],
          // A worker keeps its browser and what it has imported from one file to the next.
          isolate: false,
          maxWorkers: availableParallelism(),
          globalSetup: 'testing/browser/globalSetup.ts',
          sequence: { groupOrder: 1 },
          // Now and then a renderer without a GPU stands still (`testing/browser/browserTest.ts`); nothing else is given a second chance.
          retry: { count: 2, condition: /^The browser stands still/u },
          ...long,
        },
      },
    ],
  },
});
