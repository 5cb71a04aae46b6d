import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

/** Puts another module in one's place, and so has all modules to itself. */
const MOCKED = 'packages/core/src/proving/newKind.test.ts';

/** Core and server tests: sources are read directly, so that a test never sees a stale build. */
export default defineConfig({
  resolve: {
    alias: [
      {
        find: /^@spare-coat\/core\/(.*)$/,
        replacement: fileURLToPath(new URL('packages/core/src/$1.ts', import.meta.url)),
      },
      {
        find: /^@spare-coat\/server\/(.*)$/,
        replacement: fileURLToPath(new URL('apps/server/src/$1.ts', import.meta.url)),
      },
      {
        find: /^@spare-coat\/stand-ins\/(.*)$/,
        replacement: fileURLToPath(new URL('stand-ins/src/$1.ts', import.meta.url)),
      },
      {
        find: /^@spare-coat\/demo\/(.*)$/,
        replacement: fileURLToPath(new URL('demo/src/$1.ts', import.meta.url)),
      },
    ],
  },
  test: {
    setupFiles: [fileURLToPath(new URL('packages/core/src/testing/properties.ts', import.meta.url))],
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: [
            'packages/core/src/**/*.test.ts',
            'demo/src/**/*.test.ts',
            'stand-ins/src/**/*.test.ts',
            'bench/**/*.test.ts',
          ],
          exclude: ['**/dist/**', '**/node_modules/**', MOCKED],
          // A module is read once for all files: reading it anew for each takes as long as a quarter of the tests.
          isolate: false,
          testTimeout: 60_000,
        },
      },
      {
        extends: true,
        test: { name: 'core-mocked', include: [MOCKED], testTimeout: 60_000 },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['apps/server/src/**/*.test.ts'],
          isolate: false,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
