import { harnessSvg } from '#core/documents'
import { drawHarness, wiresOf, type Layers } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { parseJson, parsePlan, readDefinition, readDefinitionsFile, readPlan, type Definition } from '#core/schema'
import { examine } from '../database/examine'
import { svgToPdf, type Fonts, type Paper } from '../papers/pdf'
import { answer, answerLater } from './answer'
import { briefIfAny, replayed } from './replayed'

export interface DrawingWanted {
  plan: Plan
  layers: Layers
  paper: Paper
  fonts: Fonts
}

/** All work that could take long, by name: done by threads of their own, never by the one that answers. */
export const tasks = {
  /** Parses the body of a request. */
  json: (text: string) => answer(() => parseJson(text)),

  /** Looks a version through that is to be saved. */
  replay: (version: Parameters<typeof replayed>[0]) => answer(() => replayed(version)),

  /** Reads the text of a plan file. */
  planFile: (text: string) =>
    answer(() => {
      const plan = parsePlan(text)
      return { plan, brief: briefIfAny(plan) }
    }),

  /** What a list shows of a stored plan. */
  brief: (plan: Plan) => answer(() => briefIfAny(readPlan(plan))),

  /** Reads a file of one definition or of a library. */
  definitionsFile: (text: string): ReturnType<typeof answer<Definition[]>> => answer(() => readDefinitionsFile(text)),

  /** Looks a database file through. */
  examine: (file: string) => answer(() => examine(file)),

  definition: (value: unknown): ReturnType<typeof answer<Definition>> => answer(() => readDefinition(value)),

  /** The harness drawing on one sheet of paper, as PDF. */
  drawing: ({ plan, layers, paper, fonts }: DrawingWanted) =>
    answerLater(async () => {
      const resolved = resolvePlan(readPlan(plan))
      const drawing = drawHarness(resolved, wiresOf(resolved), layers)
      const svg = harnessSvg(drawing, resolved.plan.name, { blackAndWhite: true })
      const { width, height } = drawing
      return svgToPdf(svg, { paper, title: `${resolved.plan.name}: harness`, width, height, fonts })
    }),
}

export type Tasks = typeof tasks
