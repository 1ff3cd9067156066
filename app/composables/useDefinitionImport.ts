import type { Catalogue, Conflict, DefinitionName, Replaced } from '#contract'
import { libraryFile, type Definition, type FileReport } from '#core/schema'
import { readSeveral } from '~/files/several-files'
import { useCatalogue } from '~/stores/catalogue'
import { useNotices } from '~/stores/notices'
import { author } from './author'
import { callApi, type ApiError, type Problem } from './useApi'

/** What became of files that were taken in together. */
export interface ImportReport {
  files: FileReport[]
  /** Files that are none of definitions. */
  passed: number
  taken: DefinitionName[]
  /** Definitions that stayed as they are: the same in the files, or not to be replaced. */
  left: number
}

/** Definitions taken in from files: one, several, a folder, or a zip; nothing is replaced without asking. */
export function useDefinitionImport() {
  const catalogue = useCatalogue()
  const notices = useNotices()
  const refused = shallowRef<{ file: string; problems: Problem[] }>()
  /** Files that would replace what is there, until it is said what becomes of it. */
  const asked = shallowRef<{ name: string; text: string; replaces: Replaced[] }>()
  const report = shallowRef<ImportReport>()
  const working = ref(false)
  let read: Pick<ImportReport, 'files' | 'passed'> | undefined

  /** One file as it is; several, folders and zips are read first, each file for itself. */
  async function take(files: File[]): Promise<void> {
    const [first] = files
    if (!first) return
    refused.value = asked.value = report.value = read = undefined
    working.value = true
    try {
      if (files.length === 1 && !/\.zip$/i.test(first.name)) return await takeText(first.name, await first.text())
      const { library, report: told, passed } = await readSeveral(files)
      read = { files: told, passed }
      if (library) await takeText(files.length === 1 ? first.name : `${told.length} files`, library)
      else report.value = { ...read, taken: [], left: 0 }
    } catch (error) {
      refused.value = { file: first.name, problems: [{ place: '', message: (error as Error).message }] }
    } finally {
      working.value = false
    }
  }

  async function takeText(name: string, text: string, there?: 'replace' | 'keep'): Promise<void> {
    refused.value = asked.value = undefined
    const before = catalogue.library
    try {
      const { taken, left } = await callApi('POST /api/definitions', { body: { file: text, there, author: author() } })
      await catalogue.load(true)
      if (read) report.value = { ...read, taken, left }
      const rest = left ? ` ${left} left as they are.` : ''
      if (!taken.length) return void notices.tell(`Nothing new in ${name}.`)
      notices.tell(`Imported: ${taken.map((definition) => definition.name).join(', ')}.${rest}`, {
        label: 'Undo',
        run: () => void takeBack(taken, before),
      })
    } catch (error) {
      const { status, message, problems = [], body } = error as ApiError
      if (status === 409) asked.value = { name, text, replaces: (body as Conflict<'POST /api/definitions'>).replaces }
      else refused.value = { file: name, problems: problems.length ? problems : [{ place: '', message }] }
    }
  }

  /** Undoes an import: what was there before is there again, what was not is deleted; the versions stay in the history. */
  async function takeBack(taken: DefinitionName[], before: Catalogue | undefined) {
    const old = (of: DefinitionName) =>
      (before?.[`${of.kind}s` as 'boards' | 'devices' | 'protocols'] as Record<string, Definition> | undefined)?.[of.id]
    const isShipped = ({ kind: of, id }: DefinitionName) => before?.standing[`${of}:${id}`]?.origin !== 'own'
    const restored = taken.flatMap((of) => (isShipped(of) ? [] : (old(of) ?? [])))
    try {
      if (restored.length) {
        const text = JSON.stringify(libraryFile(restored))
        await callApi('POST /api/definitions', { body: { file: text, there: 'replace', author: author() } })
      }
      for (const of of taken.filter((each) => !old(each) || isShipped(each))) {
        await catalogue.load(true)
        const { version } = catalogue.standing(of as Definition)
        await callApi('DELETE /api/definitions/:kind/:id', {
          kind: of.kind,
          id: of.id,
          query: { base: version, author: author() },
        })
      }
      report.value = undefined
      notices.tell('The import is undone.')
    } catch (error) {
      notices.complain((error as Error).message)
    }
    await catalogue.load(true)
  }

  return { refused, asked, report, working, take, takeText }
}
