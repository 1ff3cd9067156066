import Joi from 'joi'
import { briefOf, type Brief } from '#core/engine'
import { EditError, replay, sectionsUnlike, type Edit, type Plan } from '#core/plan'
import { editSchema, readPlan, validate } from '#core/schema'

/** The edits of a version do not lead there from the version before. */
export class NotReplayed extends Error {
  constructor(
    readonly place: string,
    message: string,
  ) {
    super(message)
  }
}

const editList = Joi.array().items(editSchema).max(5000)

/**
 * A version whose edits are seen to lead there from the plan before, with what lists show of it.
 * @throws NotReplayed naming the edit that does not fit, or the section that comes out otherwise
 * @throws InputError when the plan is not one
 */
export function replayed({ before, edits, plan }: { before: Plan; edits: Edit[]; plan: Plan }): { plan: Plan; brief?: Brief } {
  validate(editList, edits, 'edits')
  const sent = readPlan(plan)
  const [unlike] = sectionsUnlike(led(before, edits), sent)
  if (unlike) throw new NotReplayed(unlike, 'is not what the edits lead to')
  return { plan: sent, brief: briefIfAny(sent) }
}

/** An engine that fails on a plan costs the list a line, not the user the save. */
export function briefIfAny(plan: Plan): Brief | undefined {
  try {
    return briefOf(plan)
  } catch {
    return undefined
  }
}

function led(before: Plan, edits: Edit[]): Plan {
  try {
    return readPlan(replay(before, edits))
  } catch (error) {
    if (error instanceof EditError) throw new NotReplayed(error.place, error.message.replace(`${error.place}: `, ''))
    throw error
  }
}
