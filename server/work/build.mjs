import { fileURLToPath } from 'node:url'
import { build } from 'vite'

const entry = (file) => fileURLToPath(new URL(file, import.meta.url))

/** Bundles the programs of the worker threads into a folder; only the database binding stays outside. */
export async function buildWorker(outDir, core) {
  await build({
    configFile: false,
    publicDir: false,
    logLevel: 'warn',
    resolve: { alias: { '#core': core } },
    ssr: { noExternal: true, external: ['better-sqlite3'] },
    build: {
      ssr: true,
      outDir,
      emptyOutDir: true,
      minify: false,
      target: 'node20',
      rollupOptions: {
        input: { worker: entry('./worker.ts'), papers: entry('./papers-worker.ts') },
        output: {
          entryFileNames: '[name].mjs',
          chunkFileNames: '[name].[hash].mjs',
          // The writer of PDF asks for the folder that it lies in.
          banner: 'const __dirname = import.meta.dirname',
        },
      },
    },
  })
}
