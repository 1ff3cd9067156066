import { Liquid, LiquidError } from 'liquidjs'
import { linkBudget, serialLinks } from '../links'
import type { ResolvedPlan } from '../plan'
import { deviceSheets, settingWords, setupRounds } from '../settings'
import { placeOfStep } from '../documents'

/** What a template may take: characters of its text and of what it makes, milliseconds, and values it holds at once. */
export const templateLimits = { text: 100_000, output: 2_000_000, milliseconds: 3000, memory: 8_000_000 } as const

/** A template that cannot be carried out, and where. */
export class TemplateError extends Error {
  constructor(
    message: string,
    /** Counted from 1; missing where no line is to blame. */
    readonly line?: number,
  ) {
    super(line === undefined ? message : `line ${line}: ${message}`)
  }
}

/** All that templates can use: docs/templates.md describes it. */
export function templateData(resolved: ResolvedPlan) {
  const { plan, board } = resolved
  return {
    build: { name: plan.name, note: plan.note },
    board: { id: board.id, name: board.name, revision: board.revision, firmware: board.firmware },
    rounds: setupRounds(resolved).map((steps, at) => ({
      number: at + 1,
      steps: steps.map((step) => ({
        where: placeOfStep(resolved, step),
        what: step.what,
        value: step.value,
        way: step.way,
        why: step.why,
        sets: Object.entries(step.sets).map(([key, value]) => ({ key, value })),
      })),
    })),
    links: serialLinks(resolved).map((link) => {
      const { toDevice, fromDevice } = linkBudget(link)
      return {
        device: link.need.fitted.instance.name,
        need: link.need.need.label,
        port: {
          id: link.port.id,
          label: link.port.label,
          index: link.port.index,
          number: link.port.number,
          kind: link.port.kind,
        },
        board: link.board,
        deviceEnd: link.device,
        function: link.function ?? '',
        loadToDevice: toDevice.load,
        loadFromDevice: fromDevice.load,
      }
    }),
    devices: deviceSheets(resolved).map(({ fitted, rows }) => ({
      id: fitted.id,
      name: fitted.instance.name,
      part: fitted.device.name,
      settings: rows.map(({ setting, value }) => ({
        id: setting.id,
        label: setting.label,
        value,
        words: settingWords(setting, value, resolved.protocols),
      })),
    })),
  }
}

/** Nothing is read from anywhere: a template stands for itself. */
const noFiles = {
  readFileSync: () => '',
  readFile: () => Promise.resolve(''),
  existsSync: () => false,
  exists: () => Promise.resolve(false),
  contains: () => Promise.resolve(false),
  containsSync: () => false,
  resolve: (_: string, file: string) => file,
}

/**
 * Carries out a template in Liquid on a plan.
 * @throws TemplateError with the line, for what is wrong in it or takes too much
 */
export function renderTemplate(text: string, resolved: ResolvedPlan): string {
  if (text.length > templateLimits.text) throw new TemplateError(`a template has at most ${templateLimits.text} characters`)
  const engine = new Liquid({
    fs: noFiles,
    relativeReference: false,
    ownPropertyOnly: true,
    strictFilters: true,
    strictVariables: true,
    lenientIf: true,
    parseLimit: templateLimits.text,
    renderLimit: templateLimits.milliseconds,
    memoryLimit: templateLimits.memory,
  })
  // Each would read another file.
  for (const tag of ['include', 'render', 'layout', 'block']) delete engine.tags[tag]
  try {
    // As plain data, so that nothing of the program hangs on it.
    const data = JSON.parse(JSON.stringify(templateData(resolved))) as object
    const made = String(engine.parseAndRenderSync(text, data))
    if (made.length > templateLimits.output) throw new TemplateError(`it makes more than ${templateLimits.output} characters`)
    return made
  } catch (error) {
    if (error instanceof TemplateError) throw error
    if (!(error instanceof Error)) throw error
    const line = LiquidError.is(error) ? error.token.getPosition()[0] : undefined
    throw new TemplateError(inWords(error.message), line)
  }
}

/** The reason without the place, which is told apart. */
function inWords(message: string): string {
  const plain = message.replace(/, line:\d+, col:\d+$/, '').replace(/, file:.*$/, '')
  if (/limit exceeded/.test(plain)) return `it takes too much (${plain})`
  return plain
}
