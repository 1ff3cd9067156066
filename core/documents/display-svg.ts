import { glyphPaths, horizonAt, sceneShapes, scenes, type DisplayKind, type Scene, type Sight } from '../display'
import { escapeXml } from './harness-svg'

/** A screen of text over the picture, as a self-contained SVG at its true aspect, each glyph at its true pixels. */
export function displaySvg(
  screen: string[][],
  { columns, rows, aspect, set }: DisplayKind,
  sight: Sight,
  title: string,
  scene: Scene = 'day',
): string {
  const [width, height] = [columns * set.width, rows * set.height]
  const { turn, down } = horizonAt(sight)
  const glyphs = screen.flatMap((row, y) =>
    row.flatMap((sign, x) => {
      if (sign === ' ') return []
      const { ink, edge } = glyphPaths(sign, set)
      return [
        `<g transform="translate(${x * set.width} ${y * set.height})"><path fill="#000000" d="${edge}"/><path d="${ink}"/></g>`,
      ]
    }),
  )
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${Math.round(720 * aspect)}" height="720" preserveAspectRatio="none">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="${scenes[scene].sky}"/>`,
    `<g transform="translate(${width / 2} ${(height * down).toFixed(1)}) rotate(${turn.toFixed(1)})">`,
    ...sceneShapes(scene, sight, width).map(({ path, fill }) => `<path d="${path}" fill="${fill}"/>`),
    '</g>',
    `<g fill="#ffffff">${glyphs.join('')}</g>`,
    '</svg>',
  ].join('\n')
}
