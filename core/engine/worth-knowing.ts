import { unsureOfBoard, unsureOfDevice, type UnsureFigure } from '../catalogue'
import { checkAgain, type Finding } from '../checks'
import { resolvePlan, type Plan } from '../plan'

/** A finding that would come or go if a figure were half or twice what stands for it. */
export interface Turn {
  if: 'half' | 'twice'
  comes: boolean
  finding: Pick<Finding, 'id' | 'rule' | 'severity' | 'fact'>
}

/** A figure of a build that nobody knows, and what hangs on it. */
export interface WorthKnowing extends Pick<UnsureFigure, 'place' | 'words' | 'value' | 'find'> {
  kind: 'board' | 'device'
  /** Id and name of the definition that it stands in. */
  definition: string
  name: string
  turns: Turn[]
}

/** How much it matters that a finding comes or goes; a note does not. */
const weights: Readonly<Record<Finding['severity'], number>> = { stop: 9, fix: 4, weigh: 1, note: 0 }
const weightOf = ({ turns }: WorthKnowing) => turns.reduce((sum, { finding }) => sum + weights[finding.severity], 0)

/** What says itself that something is not known. */
const ofKnowing = new Set(['FIT-03', 'FIT-04'])

type Values = Readonly<Record<string, unknown>>
const isValues = (value: unknown): value is Values => typeof value === 'object' && value !== null

/** The same with a value put at a place that is there; as it was where it is not. Lists are gone into by their numbers. */
function put<T extends Values>(whole: T, [key, ...rest]: readonly string[], value: number): T {
  if (!Object.hasOwn(whole, key!)) return whole
  const inner = whole[key!]
  if (rest.length && !isValues(inner)) return whole
  const changed = rest.length ? put(inner as Values, rest, value) : value
  if (changed === inner) return whole
  return (Array.isArray(whole) ? whole.with(Number(key), changed) : { ...whole, [key!]: changed }) as unknown as T
}

const sections = { board: 'boards', device: 'devices' } as const

/**
 * Which of the figures that nobody knows help a build most when they are found out: each is taken for half and for twice what
 * stands for it, and everything is checked again. Those that change most stand first; those that change nothing stand last,
 * and a figure for which nothing stands is left out, since the checks tell its lack.
 */
export function worthKnowing(plan: Plan): WorthKnowing[] {
  const { board, devices } = resolvePlan(plan)
  const start = checkAgain(plan)
  const before = keyed(start.findings)
  const seen = new Set<string>()
  const figures = [
    ...unsureOfBoard(board).map((figure) => ({
      ...figure,
      kind: 'board' as const,
      definition: plan.board.definition,
      name: board.name,
    })),
    ...devices.flatMap(({ instance, device }) =>
      unsureOfDevice(device).map((figure) => ({
        ...figure,
        kind: 'device' as const,
        definition: instance.definition,
        name: device.name,
      })),
    ),
  ].filter(({ definition, place, kind }) => {
    const key = `${kind} ${definition} ${place}`
    return !seen.has(key) && seen.add(key)
  })
  return figures
    .flatMap((figure): WorthKnowing[] => {
      const { kind, definition, name, place, words, value, find } = figure
      if (value === undefined) return []
      const turns = (['half', 'twice'] as const).flatMap((which) => {
        const figureThen = other(figure, which === 'half' ? 0.5 : 2)
        if (figureThen === undefined) return []
        return turnsTo(before, keyed(checkAgain(withFigure(plan, figure, figureThen), start.checked).findings), which)
      })
      return [{ kind, definition, name, place, words, value, find, turns }]
    })
    .map((figure) => ({ figure, weight: weightOf(figure) }))
    .sort((one, other) => other.weight - one.weight)
    .map(({ figure }) => figure)
}

/** What a figure could be besides: so many times what stands for it, within what it may be; nothing where that is the same. */
function other(
  { value = 0, limits: { min = -Infinity, max = Infinity, whole, only } }: Pick<UnsureFigure, 'value' | 'limits'>,
  times: number,
) {
  if (only) return undefined
  const within = Math.min(max, Math.max(min, value * times))
  const figure = whole ? Math.round(within) : within
  return figure === value ? undefined : figure
}

/** The plan with a figure of a definition otherwise, in all revisions, firmware versions and variants that tell it themselves too. */
function withFigure(
  plan: Plan,
  { kind, definition, place }: Pick<WorthKnowing, 'kind' | 'definition' | 'place'>,
  value: number,
): Plan {
  const keys = place.split(/[.[\]]+/).filter(Boolean)
  const all = plan.definitions[sections[kind]] as Values
  let changed = put(all[definition] as Values, keys, value)
  for (const of of ['revisions', 'firmwares', 'variants'])
    for (const version of Object.keys((changed[of] as Values | undefined) ?? {}))
      changed = put(changed, [of, version, 'differences', ...keys], value)
  const definitions = { ...plan.definitions, [sections[kind]]: { ...all, [definition]: changed } }
  return { ...plan, definitions } as Plan
}

type Keyed = ReadonlyMap<string, Finding>

/** What matters, by what it is about and how much it matters: figures in its words may differ. */
const keyed = (findings: readonly Finding[]): Keyed =>
  new Map(
    findings
      .filter(({ rule, severity }) => weights[severity] > 0 && !ofKnowing.has(rule))
      .map((finding) => [`${finding.severity} ${finding.id}`, finding]),
  )

function turnsTo(before: Keyed, after: Keyed, which: Turn['if']): Turn[] {
  const told = ({ id, rule, severity, fact }: Finding) => ({ id, rule, severity, fact })
  const only = (these: Keyed, those: Keyed, comes: boolean) =>
    [...these].flatMap(([key, finding]): Turn[] => (those.has(key) ? [] : [{ if: which, comes, finding: told(finding) }]))
  return [...only(after, before, true), ...only(before, after, false)]
}

/** What would come and go at half and at twice, each rule once: `at twice of it PWR-02 (fix) would go`. */
export function turnWords(turns: readonly Turn[]): string {
  return (['half', 'twice'] as const)
    .flatMap((which) => {
      const rules = (comes: boolean) => {
        const those = turns.filter((turn) => turn.if === which && turn.comes === comes)
        return [...new Set(those.map(({ finding }) => `${finding.rule} (${finding.severity})`))].join(', ')
      }
      const [come, go] = [rules(true), rules(false)]
      const told = [come && `${come} would come`, go && `${go} would go`].filter(Boolean)
      return told.length ? [`at ${which} of it ${told.join(' and ')}`] : []
    })
    .join('; ')
}
