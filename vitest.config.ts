import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['**/*.test.ts', '**/*.test.tsx'],
    exclude: ['node_modules/**', 'dist/**', 'e2e/**'],
    globalSetup: ['server/app/tests/demoFolder.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    reporters: process.env['CI'] ? ['dot'] : ['default'],
  },
});
