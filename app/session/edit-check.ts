import type { Edit } from '#core/plan'

/** @throws InputError naming what an edit must not hold */
export type EditCheck = (edit: Edit) => void

let check: EditCheck | undefined
let loading: Promise<EditCheck> | undefined

async function load(): Promise<EditCheck> {
  const { editSchema, validate } = await import('#core/schema')
  return (check = (edit) => void validate(editSchema, edit))
}

/** What tells whether an edit is one that the server would keep. It is large, and loaded when it is first asked for. */
export function editCheck(): EditCheck | Promise<EditCheck> {
  if (check) return check
  loading ??= load().finally(() => (loading = undefined))
  return loading
}
