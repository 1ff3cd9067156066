import type { Collected } from '#contract'
import { useNotices } from '~/stores/notices'
import { newId } from './newId'
import { callApi } from './useApi'

/** What is kept of one kind for use in other builds. */
export function useCollection(kind: 'template' | 'module') {
  const notices = useNotices()
  const list = ref<Collected[]>([])
  const failure = ref('')

  /** Does something with what is kept; why it failed is said in words. @returns nothing when it failed */
  async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
    failure.value = ''
    try {
      return await work()
    } catch (error) {
      failure.value = (error as Error).message
      return undefined
    }
  }
  const load = () =>
    attempt(async () => {
      list.value = await callApi('GET /api/collection/:kind', { kind })
    })
  const open = (id: string) => attempt(() => callApi('GET /api/collection/:kind/:id', { kind, id }))
  /** Keeps a new thing, or a new version of one. */
  const keep = (name: string, text: string, before?: Pick<Collected, 'id' | 'version'>) =>
    attempt(async () => {
      const id = before?.id ?? newId()
      const { version } = await callApi('PUT /api/collection/:kind/:id', {
        kind,
        id,
        body: { name, text, on: before?.version ?? 0 },
      })
      await load()
      return { id, name, version }
    })
  const remove = ({ id, name, version }: Collected) =>
    attempt(async () => {
      const { text } = await callApi('GET /api/collection/:kind/:id', { kind, id })
      await callApi('DELETE /api/collection/:kind/:id', { kind, id, query: { on: version } })
      await load()
      notices.tell(`${name} is deleted.`, { label: 'Undo', run: () => void keep(name, text, { id, version: 0 }) })
    })
  return { list, failure, load, open, keep, remove }
}
