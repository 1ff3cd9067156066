import { figure } from '../../../units'
import type { LossKind } from '../../../catalogue'
import { carrierOf, outputName, pulseOutputs, triggered } from '../../../controls'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { controlsBegun } from '../../controls'

const moments = [
  ['powerUp', 'at power-up'],
  ['onLoss', 'when the control link is lost'],
] as const

function* outputs({ resolved }: CheckContext): Iterable<Report> {
  for (const { need, output } of pulseOutputs(resolved)) {
    const { triggers } = need.need
    if (!triggers?.final || !output) continue
    const harmful = moments.filter(([moment]) => {
      const pulse = output[moment]
      return typeof pulse === 'number' && triggered(need.need, pulse) !== false
    })
    if (!harmful.length) continue
    const none = Object.fromEntries(harmful.map(([moment]) => [moment, 'none' as const]))
    yield {
      subjects: [referTo('need', need.key)],
      severity: harmful.some(([moment]) => moment === 'powerUp') ? 'stop' : 'fix',
      fact: `${outputName(need)} ${triggers.does} ${harmful.map(([moment, words]) => `${words} (${output[moment]} µs)`).join(' and ')}: its threshold is ${figure(triggers.at, 'µs')}`,
      fixes: [{ label: 'No pulses then', edit: { type: 'output.set', need: need.key, as: { ...output, ...none } } }],
    }
  }
}

/** How grave it is where the board is left in the dark: what is held looks like a pilot who does nothing. */
const hides: Record<LossKind, { severity: 'fix' | 'weigh'; words: string } | undefined> = {
  stops: undefined,
  holds: { severity: 'fix', words: 'holds what it heard last' },
  preset: { severity: 'weigh', words: 'gives preset values' },
}

function* receiver({ resolved }: CheckContext): Iterable<Report> {
  const fitted = carrierOf(resolved)?.need.fitted
  const setting = fitted?.device.settings.find(({ onLoss }) => onLoss !== undefined)
  if (!fitted || !setting?.onLoss || !controlsBegun(resolved)) return
  const { onLoss } = setting
  const hidden = hides[onLoss[String(resolved.plan.settings[fitted.id]?.[setting.id] ?? setting.default)] ?? 'stops']
  if (!hidden) return
  const stops = Object.keys(onLoss).find((value) => onLoss[value] === 'stops')
  yield {
    subjects: [referTo('device', fitted.id)],
    severity: hidden.severity,
    fact: `${fitted.instance.name} ${hidden.words} when the control link is lost: the board goes on as if the pilot still held the sticks`,
    fixes:
      stops === undefined
        ? []
        : [
            {
              label: `${setting.label}: ${stops}`,
              edit: { type: 'setting.set', device: fitted.id, setting: setting.id, value: stops },
            },
          ],
  }
}

export const linkLost: Rule = {
  meta: {
    id: 'CHN-06',
    family: 'control',
    severity: 'fix',
    title: 'A lost link does no harm',
    why: 'What a part does without a link is decided by the pulse it then gets. What cannot be taken back must not happen by itself.',
    reads: ['outputs', 'thresholds of parts', 'device settings'],
  },
  *check(context) {
    yield* outputs(context)
    yield* receiver(context)
  },
}
