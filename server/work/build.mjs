import { fileURLToPath } from 'node:url'
import { build } from 'vite'

/** Bundles the program of the worker threads into a folder; only the database binding stays outside. */
export async function buildWorker(outDir, core) {
  await build({
    configFile: false,
    publicDir: false,
    logLevel: 'warn',
    resolve: { alias: { '#core': core } },
    ssr: { noExternal: true, external: ['better-sqlite3'] },
    build: {
      ssr: fileURLToPath(new URL('./worker.ts', import.meta.url)),
      outDir,
      emptyOutDir: true,
      minify: false,
      target: 'node20',
      rollupOptions: {
        output: {
          entryFileNames: 'worker.mjs',
          inlineDynamicImports: true,
          // The writer of PDF asks for the folder that it lies in.
          banner: 'const __dirname = import.meta.dirname',
        },
      },
    },
  })
}
