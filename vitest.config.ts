import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) } },
  test: {
    environment: 'node',
    include: [
      'core/**/*.test.ts',
      'app/**/*.test.ts',
      'server/**/*.test.ts',
      'cli/**/*.test.ts',
      'scripts/**/*.test.ts',
      'standin/**/*.test.ts',
      'board-line/**/*.test.ts',
      'tests/**/*.test.ts',
    ],
    pool: 'threads',
    isolate: false,
    maxWorkers: '100%',
    // No result hangs on time: a machine ten times slower at the moment passes too.
    testTimeout: 1_800_000,
    hookTimeout: 600_000,
  },
})
