import { referTo } from '../../../plan'
import { figure, formatAmps } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { hover, full, estimatedFrom } = resolved.motors
  const source = estimatedFrom === undefined ? '' : ` (estimated from ${figure(estimatedFrom, 'g', 0)})`
  for (const fitted of resolved.devices) {
    const { motors } = fitted.device
    if (!motors) continue
    const always = hover > motors.continuous
    if (!always && full <= motors.continuous) continue
    const beyond = full > motors.peak
    yield {
      severity: always || beyond ? 'fix' : 'weigh',
      subjects: [referTo('device', fitted.id)],
      fact: always
        ? `${nameOf(fitted)} drives a motor with ${formatAmps(motors.continuous)} for as long as one likes; hovering takes ${formatAmps(hover)}${source}`
        : `${nameOf(fitted)} drives a motor with ${formatAmps(motors.continuous)} for as long as one likes and ${formatAmps(motors.peak)} for seconds; full throttle takes ${formatAmps(full)}${source}`,
    }
  }
}

export const motorCurrent: Rule = {
  meta: {
    id: 'PWR-15',
    family: 'power',
    severity: 'fix',
    title: 'Motor current within what the ESC drives',
    why: 'An ESC past its limit heats until its transistors fail, usually shorted: the motor stops and the battery burns.',
    reads: ['motor currents', 'devices'],
  },
  check,
}
