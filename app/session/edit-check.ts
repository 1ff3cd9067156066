import type { Edit } from '#core/plan'
import type { EditCheck } from './document-session'

let check: EditCheck<Edit> | undefined
let loading: Promise<EditCheck<Edit>> | undefined

async function load(): Promise<EditCheck<Edit>> {
  const { editSchema, validate } = await import('#core/schema')
  return (check = (edit) => void validate(editSchema, edit))
}

/** What tells whether an edit is one that the server would keep. It is large, and loaded when it is first asked for. */
export function editCheck(): EditCheck<Edit> | Promise<EditCheck<Edit>> {
  if (check) return check
  loading ??= load().finally(() => (loading = undefined))
  return loading
}
