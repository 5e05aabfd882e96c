import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // As in HTML, a line break between two elements is a space: the formatter relies on it.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  test: {
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'demo/**/*.test.ts', 'web/**/*.test.ts', 'scripts/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    reporters: ['default', ['json', { outputFile: '.tmp/vitest.json' }]],
  },
});
