import type { FlightValues } from '../flight'

/** Pictures that a display is looked at over, each with its colours as #rrggbb. */
export const scenes = {
  day: { name: 'day', sky: '#6f93ad', hill: '#4c5a3d', ground: '#5d6b46', specks: undefined },
  night: { name: 'night', sky: '#0b1119', hill: '#070b0f', ground: '#11161a', specks: { colour: '#ffd27a', where: 'ground' } },
  snow: { name: 'snow', sky: '#c3cbd1', hill: '#dfe4e8', ground: '#eef1f3', specks: { colour: '#ffffff', where: 'everywhere' } },
} as const
export type Scene = keyof typeof scenes

/** How the craft looks at the world, and when. */
export type Sight = Pick<FlightValues, 'roll' | 'pitch' | 'heading' | 'time'>

/** Where the horizon of the world is seen: degrees that it is turned by, and its height as a part of the picture's from the top. */
export const horizonAt = ({ roll, pitch }: Pick<FlightValues, 'roll' | 'pitch'>) => ({ turn: -roll, down: 0.5 + pitch / 60 })

/** Height of the hills over the horizon, as a part of the picture's width, at so many widths to the right of its middle. */
export function hillHeight({ heading }: Pick<Sight, 'heading'>, across: number): number {
  // A picture is some 90° wide; the same hills come round with the compass.
  const bearing = ((heading + across * 90) * Math.PI) / 180
  return Math.max(
    0,
    0.022 + 0.03 * Math.sin(3 * bearing + 0.5) + 0.016 * Math.sin(7 * bearing + 2) + 0.008 * Math.sin(19 * bearing),
  )
}

/** Specks of a scene: lights on the ground at night, flakes in snow. In widths to the right of the middle, below the horizon. */
export function specksOf(scene: Scene, { heading, time }: Pick<Sight, 'heading' | 'time'>): { across: number; down: number }[] {
  const { specks } = scenes[scene]
  if (!specks) return []
  const fraction = (value: number) => value - Math.floor(value)
  return Array.from({ length: specks.where === 'ground' ? 26 : 70 }, (_, at) => {
    const [one, other] = [fraction(at * 0.618034), fraction(at * 0.754878)]
    if (specks.where === 'ground') return { across: 2 * fraction(one - heading / 180) - 1, down: 0.02 + 0.35 * other * other }
    return { across: 2 * fraction(one + time * 0.05) - 1, down: 1.6 * fraction(other + time * (0.15 + 0.1 * one)) - 0.8 }
  })
}

/** One filled shape of a picture: the path of an SVG from the point of the horizon in the middle, in the units of the picture. */
export interface SceneShape {
  path: string
  fill: string
}

/** A scene as shapes, from the back: hills, ground, specks. The sky is what they do not cover. @param width of the picture */
export function sceneShapes(scene: Scene, sight: Sight, width: number): SceneShape[] {
  const { hill, ground, specks } = scenes[scene]
  const reach = 1.5
  const steps = 90
  const ridge = Array.from({ length: steps + 1 }, (_, at) => {
    const across = reach * ((2 * at) / steps - 1)
    return `${(across * width).toFixed(1)} ${(-hillHeight(sight, across) * width).toFixed(1)}`
  })
  const side = reach * width
  const size = Math.max(1, width / 240)
  const dots = specksOf(scene, sight)
    .map(({ across, down }) => `M${(across * width).toFixed(1)} ${(down * width).toFixed(1)}h${size}v${size}h${-size}z`)
    .join('')
  return [
    { path: `M${-side} 1L${ridge.join('L')}L${side} 1z`, fill: hill },
    { path: `M${-side} 0H${side}V${2 * side}H${-side}z`, fill: ground },
    ...(specks ? [{ path: dots, fill: specks.colour }] : []),
  ]
}
