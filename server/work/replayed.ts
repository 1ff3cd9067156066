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
 * Sees that the edits of a version lead there from the plan before.
 * @returns the plan as it is to be kept, where that is not the plan as it was sent
 * @throws NotReplayed naming the edit that does not fit, or the section that comes out otherwise
 * @throws InputError when the plan is not one
 */
export function replayed({ before, edits, plan }: { before: Plan; edits: Edit[]; plan: Plan }): { plan?: Plan } {
  validate(editList, edits, 'edits')
  const led = replayedOn(before, edits)
  const sent = readPlan(plan)
  // Nearly always the two are the very same; if not, they may still be once what is left out is filled in.
  const unlike = sectionsUnlike(led, plan).length ? sectionsUnlike(readPlan(led), sent) : []
  if (unlike.length) throw new NotReplayed(unlike[0]!, 'is not what the edits lead to')
  return sectionsUnlike(sent, plan).length ? { plan: sent } : {}
}

/** An engine that fails on a plan costs the list a line, not the user the save. */
export function briefIfAny(plan: Plan): Brief | undefined {
  try {
    return briefOf(plan)
  } catch {
    return undefined
  }
}

function replayedOn(before: Plan, edits: Edit[]): Plan {
  try {
    return replay(before, edits)
  } catch (error) {
    if (error instanceof EditError) throw new NotReplayed(error.place, error.message.replace(`${error.place}: `, ''))
    throw error
  }
}
