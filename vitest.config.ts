import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const alias = { '#core': fileURLToPath(new URL('./core', import.meta.url)) }

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'node',
          environment: 'node',
          include: [
            'core/**/*.test.ts',
            'server/**/*.test.ts',
            'cli/**/*.test.ts',
            'scripts/**/*.test.ts',
            'tests/unit/**/*.test.ts',
          ],
        },
      },
      {
        plugins: [vue()],
        resolve: { alias },
        test: {
          name: 'components',
          environment: 'happy-dom',
          include: ['app/**/*.test.ts'],
          server: { deps: { inline: ['vuetify'] } },
        },
      },
    ],
  },
})
