import { unzipSync } from 'fflate'
import { libraryFile, readDefinitionFiles, type FileReport } from '#core/schema'
import { mebibyte, sizeText } from '#core/units'

/** Most bytes of a file, and of all of them unpacked; most files. */
const most = { file: 8 * mebibyte, all: 60 * mebibyte, files: 2000 }

export interface FilesRead {
  /** A library of all that was read; nothing where that is none. */
  library?: string
  report: FileReport[]
  /** Files that are none of definitions, and passed over. */
  passed: number
}

interface Unread {
  name: string
  bytes: Uint8Array
}

const isDefinitionFile = (name: string) => /\.(json|ya?ml)$/i.test(name) && !/(^|\/)(\.|__MACOSX\/)/.test(name)

/**
 * Reads definition files, folders of such, and what is packed in zip files.
 * @throws Error in words where a zip is damaged, or holds too much
 */
export async function readFiles(files: readonly { path: string; blob: Blob }[]): Promise<FilesRead> {
  let passed = 0
  const unread: Unread[] = []
  for (const { path, blob } of files) {
    if (/\.zip$/i.test(path)) {
      const { entries, others } = unpacked(path, new Uint8Array(await within(blob, path, most.all).arrayBuffer()))
      unread.push(...entries)
      passed += others
    } else if (isDefinitionFile(path))
      unread.push({ name: path, bytes: new Uint8Array(await within(blob, path, most.file).arrayBuffer()) })
    else passed += 1
    if (unread.length > most.files) throw new Error(`up to ${most.files} files are read at once`)
  }
  const decoder = new TextDecoder()
  const { definitions, report } = readDefinitionFiles(unread.map(({ name, bytes }) => ({ name, text: decoder.decode(bytes) })))
  return { library: definitions.length ? JSON.stringify(libraryFile(definitions)) : undefined, report, passed }
}

function within(blob: Blob, path: string, bytes: number): Blob {
  if (blob.size > bytes) throw new Error(`${path} has ${sizeText(blob.size)}; up to ${sizeText(bytes)} are read`)
  return blob
}

/** Definition files of a zip; what says that it is too large is not unpacked. */
function unpacked(path: string, bytes: Uint8Array): { entries: Unread[]; others: number } {
  let [size, others] = [0, 0]
  let tooMuch = ''
  try {
    const found = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name.endsWith('/')) return false
        if (!isDefinitionFile(name)) {
          others += 1
          return false
        }
        size += originalSize
        if (originalSize > most.file || size > most.all) tooMuch = `${name} in ${path}`
        return !tooMuch
      },
    })
    if (!tooMuch)
      return { entries: Object.entries(found).map(([name, each]) => ({ name: `${path}: ${name}`, bytes: each })), others }
  } catch {
    throw new Error(`${path} is damaged: it cannot be unpacked`)
  }
  throw new Error(`${tooMuch} is too large unpacked; up to ${sizeText(most.file)} each and ${sizeText(most.all)} in all are read`)
}
