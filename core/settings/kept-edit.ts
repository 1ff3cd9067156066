import type { Edit, ResolvedPlan } from '../plan'
import { isDone } from './progress'
import { backupStep, type BoardState } from './step'
import { setupRounds } from './steps'

/**
 * The edit that keeps what a board has been read to have: what of it is as intended counts as done, what is
 * not does not.
 * @param backup a backup was taken on the way
 */
export function keptEdit(resolved: ResolvedPlan, settings: BoardState, backup: boolean): Edit {
  const { plan } = resolved
  const edits: Edit[] = [{ type: 'board.kept', kept: { settings } }]
  for (const step of setupRounds(resolved).flat()) {
    const keys = Object.keys(step.sets)
    const known = keys.length > 0 || (backup && step.id === backupStep)
    if (!known) continue
    const done = keys.every((key) => settings[key] === step.sets[key])
    if (done !== isDone(plan, step)) edits.push({ type: 'step.tick', step: step.id, value: done ? step.value : null })
  }
  return { type: 'several', label: 'What the board has, as it was read', edits }
}
