import { wrap } from 'comlink'
import type { FilesRead, readFiles } from './read-files'

/** Reads several files in a thread of their own. @throws Error in words */
export async function readSeveral(files: readonly File[]): Promise<FilesRead> {
  const worker = new Worker(new URL('./read-files.worker.ts', import.meta.url), { type: 'module', name: 'files' })
  try {
    const { readFiles: read } = wrap<{ readFiles: typeof readFiles }>(worker)
    return await read(files.map((file) => ({ path: file.webkitRelativePath || file.name, blob: file })))
  } finally {
    worker.terminate()
  }
}
