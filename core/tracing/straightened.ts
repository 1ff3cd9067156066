import { mapped, undone, type PlaneMap, type Point } from './homography'
import type { Extent } from './laying'

/** Red, green, blue and opacity of each pixel, row by row. */
export interface Pixels extends Extent {
  data: Uint8ClampedArray
}

/** Millimetres around the board that a straightened picture shows. */
export const pictureMargin = 4
/** Pixels of the longer side of a picture that is kept. */
export const longestSide = 1600

/** Where a straightened picture of a board lies, in mm from its top left corner as that side is seen. */
export interface PictureFrame extends Extent, Point {}

/** The frame of the picture of a board of such an outline. */
export const frameOf = ({ width, height }: Extent): PictureFrame => ({
  x: -pictureMargin,
  y: -pictureMargin,
  width: width + 2 * pictureMargin,
  height: height + 2 * pictureMargin,
})

/** How many pixels a picture of this frame has: as fine as what it is made of, and no finer. */
export function pixelsFor(frame: PictureFrame, onBoard: PlaneMap): Extent {
  const back = undone(onBoard)
  const middle = { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 }
  const [at, right, below] = [
    mapped(back, middle),
    mapped(back, { ...middle, x: middle.x + 1 }),
    mapped(back, { ...middle, y: middle.y + 1 }),
  ]
  const finest = Math.max(Math.hypot(right.x - at.x, right.y - at.y), Math.hypot(below.x - at.x, below.y - at.y))
  const scale = Math.min(finest, longestSide / Math.max(frame.width, frame.height))
  const count = (extent: number) => Math.max(1, Math.round(extent * scale))
  return { width: count(frame.width), height: count(frame.height) }
}

/**
 * What a frame shows of a picture: each pixel is looked up where it came from, between its four neighbours. What the picture
 * does not show is white.
 * @param onBoard where the picture's pixels lie, in the units of the frame
 */
export function straightened(picture: Pixels, onBoard: PlaneMap, frame: PictureFrame, { width, height }: Extent): Pixels {
  const back = undone(onBoard)
  const data = new Uint8ClampedArray(width * height * 4).fill(255)
  for (let row = 0; row < height; row += 1) {
    const y = frame.y + ((row + 0.5) * frame.height) / height
    for (let column = 0; column < width; column += 1) {
      const from = mapped(back, { x: frame.x + ((column + 0.5) * frame.width) / width, y })
      look(picture, from.x - 0.5, from.y - 0.5, data, (row * width + column) * 4)
    }
  }
  return { width, height, data }
}

/** Puts the colour at a place between pixels where it belongs, over white where the picture lets see through. */
function look({ data, width, height }: Pixels, x: number, y: number, into: Uint8ClampedArray, to: number): void {
  if (!(x > -0.5 && y > -0.5 && x < width - 0.5 && y < height - 0.5)) return
  const [left, top] = [Math.max(0, Math.floor(x)), Math.max(0, Math.floor(y))]
  const [right, below] = [Math.min(width - 1, left + 1), Math.min(height - 1, top + 1)]
  const [across, down] = [Math.max(0, x - left), Math.max(0, y - top)]
  const at = (column: number, row: number, channel: number) => {
    const start = (row * width + column) * 4
    const opacity = data[start + 3]! / 255
    return data[start + channel]! * opacity + 255 * (1 - opacity)
  }
  for (let channel = 0; channel < 3; channel += 1) {
    const upper = at(left, top, channel) * (1 - across) + at(right, top, channel) * across
    const lower = at(left, below, channel) * (1 - across) + at(right, below, channel) * across
    into[to + channel] = upper * (1 - down) + lower * down
  }
}
