import bold from '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-700-normal.woff2?url'
import plain from '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2?url'

async function asData(url: string): Promise<string> {
  const blob = await (await fetch(url)).blob()
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(reader.error!)
    reader.readAsDataURL(blob)
  })
}

let rules: Promise<string> | undefined

/** `@font-face` rules with the product's font as data, for drawings that leave the page. */
export function fontFaces(): Promise<string> {
  rules ??= Promise.all([asData(plain), asData(bold)]).then(([regular, heavy]) =>
    [
      [400, regular],
      [700, heavy],
    ]
      .map(
        ([weight, data]) =>
          `@font-face{font-family:'Atkinson Hyperlegible';font-weight:${weight};src:url(${data}) format('woff2')}`,
      )
      .join(''),
  )
  return rules
}

/** An SVG as PNG, at a scale. */
export async function svgToPng(svg: string, width: number, height: number, scale = 2): Promise<Blob> {
  const image = new Image()
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    await new Promise((resolve, reject) => {
      image.onload = resolve
      image.onerror = () => reject(new Error('the drawing could not be read back as a picture'))
      image.src = url
    })
    const canvas = document.createElement('canvas')
    canvas.width = Math.ceil(width * scale)
    canvas.height = Math.ceil(height * scale)
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
    return await new Promise((resolve, reject) =>
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('the picture is too large'))), 'image/png'),
    )
  } finally {
    URL.revokeObjectURL(url)
  }
}
