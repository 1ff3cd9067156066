import { longestSide, pixelsFor, straightened, type PictureFrame, type PlaneMap } from '#core/tracing'

/** How far the picture that is kept is from the one that was drawn. */
const quality = 0.86

/** What is asked of the thread that redraws pictures. */
export interface Redrawing {
  /** The picture as a JPEG with nothing else in it, over white, no larger than what is kept. */
  whole(bitmap: ImageBitmap): Promise<Blob>
  /** What a frame shows of it once it is straight. */
  straight(bitmap: ImageBitmap, onBoard: PlaneMap, frame: PictureFrame): Promise<Blob>
}

export const redrawing: Redrawing = {
  whole(bitmap) {
    const scale = Math.min(1, longestSide / Math.max(bitmap.width, bitmap.height))
    const { canvas } = onCanvas(bitmap, Math.max(1, bitmap.width * scale), Math.max(1, bitmap.height * scale))
    return canvas.convertToBlob({ type: 'image/jpeg', quality })
  },
  straight(bitmap, onBoard, frame) {
    const { context } = onCanvas(bitmap, bitmap.width, bitmap.height)
    const pixels = context.getImageData(0, 0, bitmap.width, bitmap.height)
    const { data, width, height } = straightened(pixels, onBoard, frame, pixelsFor(frame, onBoard))
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0)
    return canvas.convertToBlob({ type: 'image/jpeg', quality })
  },
}

function onCanvas(bitmap: ImageBitmap, width: number, height: number) {
  const canvas = new OffscreenCanvas(Math.round(width), Math.round(height))
  const context = canvas.getContext('2d')!
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  return { canvas, context }
}
