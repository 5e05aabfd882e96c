import vue from '@vitejs/plugin-vue';
import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // As in HTML, a line break between two elements is a space: the formatter relies on it.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  test: {
    reporters: ['default', ['json', { outputFile: '.tmp/vitest.json' }]],
    // Both cores of a small machine: the default leaves one of them idle.
    maxWorkers: Math.max(2, availableParallelism() - 1),
    testTimeout: 60_000,
    hookTimeout: 60_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'core and server',
          include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts', 'scripts/**/*.test.ts'],
          // Loading the program takes as long as its tests: a worker loads it once for all of its files.
          isolate: false,
          setupFiles: ['server/test/setup.ts'],
          // Processes and threads run what is built, as they do for those who use the program.
          globalSetup: ['scripts/builtServer.mjs'],
          env: { ESPREL_THREADS: 'built' },
        },
      },
      // What the desk remembers from one page to the next is the module's: each file has its own, in a context of its own of one thread.
      {
        extends: true,
        test: { name: 'web', include: ['web/**/*.test.ts'], globalSetup: ['scripts/builtServer.mjs'], pool: 'vmThreads' },
      },
    ],
  },
});
