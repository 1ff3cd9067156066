import { edgeOf, rowsOf } from './glyph-set'
import type { DisplayKind } from './screen'
import { hillHeight, horizonAt, scenes, type Scene, type Sight } from './scene'

/** A picture of red, green, blue and opacity, a byte each, row by row. */
export interface Raster {
  width: number
  height: number
  data: Uint8Array
}

const parts = (colour: string): [number, number, number] => {
  const value = Number.parseInt(colour.slice(1), 16)
  return [value >> 16, (value >> 8) & 255, value & 255]
}

/**
 * A screen of text over the picture, each glyph at its true pixels.
 * @param sight nothing leaves the picture out: what is not ink or edge is see-through
 */
export function rasterOf(
  screen: string[][],
  { columns, rows, set }: DisplayKind,
  scene: Scene,
  sight: Sight | undefined,
): Raster {
  const [width, height] = [columns * set.width, rows * set.height]
  const data = new Uint8Array(width * height * 4)
  const put = (x: number, y: number, colour: readonly [number, number, number]) => data.set([...colour, 255], (y * width + x) * 4)
  if (sight) {
    const { turn, down } = horizonAt(sight)
    const [cos, sin] = [Math.cos((-turn * Math.PI) / 180), Math.sin((-turn * Math.PI) / 180)]
    const { sky, hill, ground } = scenes[scene]
    const [above, ridge, below] = [parts(sky), parts(hill), parts(ground)]
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const [dx, dy] = [x + 0.5 - width / 2, y + 0.5 - height * down]
        const [across, under] = [dx * cos - dy * sin, dx * sin + dy * cos]
        put(x, y, under >= 0 ? below : -under <= hillHeight(sight, across / width) * width ? ridge : above)
      }
  }
  screen.forEach((cells, row) =>
    cells.forEach((sign, column) => {
      if (sign === ' ') return
      const ink = rowsOf(sign, set)
      const edge = edgeOf(ink, set.width)
      for (let y = 0; y < set.height; y += 1)
        for (let x = 0; x < set.width; x += 1) {
          const bit = set.width - 1 - x
          if ((ink[y]! >> bit) & 1) put(column * set.width + x, row * set.height + y, [255, 255, 255])
          else if ((edge[y]! >> bit) & 1) put(column * set.width + x, row * set.height + y, [0, 0, 0])
        }
    }),
  )
  return { width, height, data }
}
