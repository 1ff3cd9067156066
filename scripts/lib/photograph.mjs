/** A made-up board on a table, photographed at a slant: for the pictures in docs/. */

/** Pads of the board, row by row, with the places of the first and last in mm. */
export const photographedRows = [
  { labels: 'T1', count: 10, from: [7, 1.8], to: [29, 1.8] },
  { labels: 'M1', count: 8, from: [34.2, 8], to: [34.2, 28] },
  { labels: '5V', count: 2, from: [1.8, 8], to: [1.8, 11] },
  { labels: 'SDA', count: 2, from: [1.8, 14], to: [1.8, 17] },
]
const side = 520

/** Draws it, and takes its picture. @returns the picture, and where each place of the board is seen in it */
export async function photograph(page) {
  const dots = photographedRows.flatMap(({ count, from, to }) =>
    Array.from({ length: count }, (_, at) => {
      const [x, y] = [0, 1].map((axis) => from[axis] + ((to[axis] - from[axis]) * at) / (count - 1))
      return `<rect x="${x - 0.8}" y="${y - 0.8}" width="1.6" height="1.6" rx=".3" fill="#d9b45a"/>`
    }),
  )
  const holes = [2.75, 33.25].flatMap((x) => [2.75, 33.25].map((y) => [x, y]))
  const rings = holes.map(([x, y]) => `<circle cx="${x}" cy="${y}" r="1.5" fill="#8a7f70" stroke="#d9b45a" stroke-width=".4"/>`)
  await page.setContent(`<body style="margin:0;background:#8a7f70">
    <svg viewBox="0 0 36 36" style="position:absolute;left:180px;top:80px;width:${side}px;height:${side}px;
      transform:perspective(900px) rotateX(18deg) rotateY(-12deg) rotateZ(4deg)">
      <rect width="36" height="36" rx="2" fill="#173a2c"/><rect x="12" y="12" width="11" height="11" rx=".5" fill="#111"/>
      <rect x="10" y="26" width="6" height="4" fill="#222"/>${rings.join('')}${dots.join('')}</svg>`)
  const picture = await page.screenshot()
  const m = await page.evaluate(() => [
    ...new DOMMatrix(getComputedStyle(document.querySelector('svg')).transform).toFloat64Array(),
  ])
  const seen = ([x, y]) => {
    const [u, v] = [(x / 36 - 0.5) * side, (y / 36 - 0.5) * side]
    const w = m[3] * u + m[7] * v + m[15]
    return { x: 180 + side / 2 + (m[0] * u + m[4] * v) / w, y: 80 + side / 2 + (m[1] * u + m[5] * v) / w }
  }
  return { picture, seen, width: page.viewportSize().width }
}
