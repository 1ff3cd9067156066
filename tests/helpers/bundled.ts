import { basename, join, resolve } from 'node:path'
import { buildSync } from 'esbuild'

/**
 * A program in one file, which starts on a thread or as a process in a fraction of the time that its sources take.
 * Packages stay outside. Gives the file's path.
 */
export function bundled(entry: string): string {
  const outfile = join(resolve('.cache/bundled'), `${basename(entry).replace(/\.\w+$/, '')}.mjs`)
  buildSync({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    tsconfig: 'tsconfig.tools.json',
    logLevel: 'warning',
  })
  return outfile
}
