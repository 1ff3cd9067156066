import type { Edit } from './edit'

/** Who may do what: all of it, tick off what is made, or look. */
export const roles = ['editor', 'workshop', 'reader'] as const
export type Role = (typeof roles)[number]

/** Sections of a plan that the workshop writes. */
const workshopSections = new Set(['built', 'set'])

/** Whether a role may do an edit; one that holds others only when it may do each of them. */
export function mayDo(role: Role, edit: Edit): boolean {
  if (role === 'editor') return true
  if (role === 'reader') return false
  if (edit.type === 'several') return edit.edits.every((each) => mayDo(role, each))
  if (edit.type === 'sections.restore') return Object.keys(edit.sections).every((section) => workshopSections.has(section))
  return edit.type === 'wire.tick' || edit.type === 'step.tick'
}
