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
      'tests/**/*.test.ts',
    ],
    pool: 'threads',
    isolate: false,
    maxWorkers: '100%',
    testTimeout: 60_000,
  },
})
