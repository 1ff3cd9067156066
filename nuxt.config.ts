import { fileURLToPath } from 'node:url'
import { pageScripts } from './server/page-scripts.mjs'
import { buildWorker } from './server/work/build.mjs'
import vuetify, { transformAssetUrls } from 'vite-plugin-vuetify'

const core = fileURLToPath(new URL('./core', import.meta.url))
const contract = fileURLToPath(new URL('./contract', import.meta.url))
/** Not among what the package lets be asked for by name. */
const entry = fileURLToPath(new URL('./node_modules/nuxt/dist/app/entry-spa.js', import.meta.url))

/** Nothing of the core does anything by being there alone. */
const treeshake = { moduleSideEffects: (id: string) => !id.startsWith(core) }
/** Known once the interface is built, before the server is. */
let scripts: Record<string, string[]> = {}

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  spaLoadingTemplate: 'spa-loading-template.html',
  telemetry: false,
  sourcemap: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@nuxt/eslint'],
  components: [{ path: '~/components', pathPrefix: false }],
  alias: { '#core': core, '#contract': contract },
  css: [
    'vuetify/styles',
    '@fontsource/atkinson-hyperlegible/400.css',
    '@fontsource/atkinson-hyperlegible/700.css',
    '@fontsource/atkinson-hyperlegible-mono/400.css',
    '~/assets/main.css',
    '~/assets/print.css',
  ],
  app: {
    head: {
      title: 'Ypodoma',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  build: { transpile: ['vuetify'] },
  postcss: { plugins: { cssnano: false } },
  vite: {
    plugins: [
      vuetify({ autoImport: true }),
      {
        // Without server rendering the development server still looks for an entry of its own.
        name: 'spa-entry',
        apply: 'serve',
        config: () => ({
          environments: {
            ssr: { build: { rollupOptions: { input: { server: entry } } } },
          },
        }),
      },
    ],
    vue: { template: { transformAssetUrls } },
    // Named as the page's own assets are, so that one that both know of is there once.
    worker: { format: 'es', rollupOptions: { treeshake, output: { assetFileNames: '_nuxt/[name].[hash][extname]' } } },
    // Few files of some size come sooner than many small ones; the larger they may be, the more comes that is not wanted yet.
    build: {
      cssCodeSplit: false,
      reportCompressedSize: false,
      rollupOptions: {
        output: { experimentalMinChunkSize: 10_000 },
        treeshake,
      },
    },
    // The solver finds its WebAssembly beside its own file.
    optimizeDeps: { include: ['comlink', 'immer', 'chart.js', 'vue-chartjs'], exclude: ['highs'] },
  },
  hooks: {
    'build:manifest': (manifest) => {
      scripts = pageScripts(manifest)
      // What comes later is fetched once the first page stands, by `preloadParts`, and not beside it.
      for (const file of Object.values(manifest)) file.prefetch = false
    },
    // The worker threads run a program of their own, which lies beside the server's.
    'nitro:init': (nitro) => {
      nitro.options.virtual['#page-scripts'] = () => `export default ${JSON.stringify(scripts)}`
      const folder = nitro.options.dev ? fileURLToPath(new URL('./.nuxt', import.meta.url)) : nitro.options.output.serverDir
      nitro.hooks.hook('compiled', () => buildWorker(`${folder}/worker`, core))
    },
  },
  nitro: {
    errorHandler: fileURLToPath(new URL('./server/security/error-handler.ts', import.meta.url)),
    // Browsers ask for Brotli over HTTPS and of their own machine only: an eighth less there, for a fifth of the build's time.
    compressPublicAssets: { gzip: true, brotli: false },
    logging: { compressedSizes: false },
    serverAssets: [
      { baseName: 'migrations', dir: './database/migrations' },
      {
        baseName: 'fonts',
        dir: fileURLToPath(new URL('./node_modules/@fontsource/atkinson-hyperlegible/files', import.meta.url)),
        pattern: '*-latin-[47]00-normal.woff',
      },
      {
        baseName: 'more-fonts',
        dir: fileURLToPath(new URL('./node_modules/@fontsource/noto-sans/files', import.meta.url)),
        pattern: 'noto-sans-{latin-ext,greek,greek-ext,cyrillic,cyrillic-ext,vietnamese}-400-normal.woff',
      },
      { baseName: 'catalogue', dir: fileURLToPath(new URL('./catalogue', import.meta.url)) },
    ],
    alias: { '#core': core, '#contract': contract },
    typescript: { tsConfig: { compilerOptions: { lib: ['ES2023', 'DOM'] } } },
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, exclude: ['../scripts', '../cli', '../tests'] },
  },
  eslint: { config: { stylistic: false } },
})
