import { figure, plain } from '../units'
import { matrixOf } from '../controls'
import type { PowerTree } from '../harness'
import { stripFigures, stripVolts, stripsOf } from '../lights'
import { lightEffects, lightStates, type ResolvedPlan } from '../plan'
import type { Table } from './wire-tables'

/** What each position of each switch does, as it is printed: one row a thing that happens, one column a position. */
export function switchTable(resolved: ResolvedPlan): Table {
  const { columns, rows } = matrixOf(resolved)
  return {
    name: 'switches',
    header: [
      'what',
      ...columns.map(
        ({ name, position, channel, read }) =>
          `${name} ${position.label} (channel ${channel}, ${read === undefined ? 'not heard' : figure(read, 'µs', 0)})`,
      ),
      'link lost',
      'power-up',
    ],
    rows: rows.map(({ name, cells, onLoss, powerUp }) => [
      name,
      ...cells.map((cell) =>
        cell ? (cell.pulse === undefined ? cell.text : `${cell.text} (${figure(cell.pulse, 'µs', 0)})`) : '',
      ),
      onLoss,
      powerUp,
    ]),
  }
}

/** Every light of every strip: where it is, where it looks, and what it tells, first meaning first. */
export function lightTable(resolved: ResolvedPlan): Table {
  const segments = Object.values(resolved.plan.lights.segments)
  return {
    name: 'lights',
    header: ['strip', 'light', 'piece', 'x mm', 'y mm', 'looks to', 'segment', 'meanings'],
    rows: stripsOf(resolved).flatMap(({ need, lights }) =>
      lights.map(({ number, piece, x, y, facing }) => {
        const segment = segments.find((each) => each.need === need.key && number >= each.first && number <= each.last)
        const told = (segment?.meanings ?? []).map(
          ({ when, colour, effect }) => `${lightStates[when]}: ${colour} ${lightEffects[effect].name}`,
        )
        return [
          need.fitted.instance.name,
          number,
          piece + 1,
          Math.round(x * 10) / 10,
          Math.round(y * 10) / 10,
          typeof facing === 'number' ? `${plain(facing)}°` : facing,
          segment?.name ?? '',
          told.join('; '),
        ]
      }),
    ),
  }
}

/** All of the lights as data: each strip with its lights, leads and figures, and what the segments tell. */
export function lightsData(resolved: ResolvedPlan, power: PowerTree) {
  const { lights } = resolved.plan
  return {
    strips: stripsOf(resolved).map((laid) => {
      const { need, strip, joins } = laid
      const first = stripVolts(power, laid)
      return {
        need: need.key,
        name: need.fitted.instance.name,
        ...strip,
        lights: laid.lights,
        joins,
        ...(first !== undefined && { figures: stripFigures(laid, lights, first) }),
      }
    }),
    segments: lights.segments,
  }
}
