import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved }: CheckContext): Iterable<Report> {
  for (const need of resolved.needs) {
    if (need.need.kind !== 'receiver-parallel' || !resolved.plan.assignment[need.key]) continue
    const pads = resolved.board.pins
      .map((pin) => ({ pin, channel: pin.functions.find((does) => does.as === 'receiver-channel')?.channel }))
      .filter(({ channel }) => channel !== undefined)
      .sort((one, other) => one.channel! - other.channel!)
      .flatMap(({ pin }) => resolved.padsOfPin(pin.id).slice(0, 1))
      .slice(0, need.need.terminals.length)
    yield {
      subjects: [...aboutNeed(need), ...pads.map((pad) => `pad:${pad.id}`)],
      fact: `${needName(need)} takes ${pads.length} pads, ${pads[0]?.label} to ${pads.at(-1)?.label}; a receiver on one wire or a serial port would free ${pads.length - 1}`,
    }
  }
}

export const receiverType: Rule = {
  meta: {
    id: 'PAD-10',
    family: 'pads',
    severity: 'weigh',
    title: 'Receiver type frees or takes pads',
    why: 'A receiver with a wire for each channel takes a pad for each. A serial receiver frees them for software ports, outputs and lights.',
    reads: ['needs', 'assignment', 'pins'],
  },
  check,
}
