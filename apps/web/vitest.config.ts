import { defineConfig } from 'vitest/config';

/** Beside what Angular's builder sets: a busy machine may take its time. */
export default defineConfig({ test: { testTimeout: 60_000 } });
