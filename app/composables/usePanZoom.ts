import type { Ref } from 'vue'

interface Size {
  width: number
  height: number
}

/** Zoom and pan of an SVG by wheel, pointer and keyboard; `frame` is its view box. */
export function usePanZoom(size: Ref<Size>) {
  const frame = ref({ x: 0, y: 0, width: size.value.width, height: size.value.height })
  let grip: { x: number; y: number; pointer: number } | undefined

  function fit() {
    frame.value = { x: 0, y: 0, ...size.value }
  }
  watch(() => [size.value.width, size.value.height], fit)

  function zoom(factor: number, at = { x: frame.value.x + frame.value.width / 2, y: frame.value.y + frame.value.height / 2 }) {
    const { x, y, width, height } = frame.value
    const scale = Math.min(4, Math.max(0.08, width / factor / size.value.width)) * (size.value.width / width)
    frame.value = { x: at.x - (at.x - x) * scale, y: at.y - (at.y - y) * scale, width: width * scale, height: height * scale }
  }

  function place(event: MouseEvent) {
    const svg = (event.currentTarget as SVGElement).closest('svg')!
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
    return { x: point.x, y: point.y }
  }

  function onWheel(event: WheelEvent) {
    zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, place(event))
  }

  function onDown(event: PointerEvent) {
    if (event.button === 0) grip = { ...place(event), pointer: event.pointerId }
  }

  function onMove(event: PointerEvent) {
    if (!grip || grip.pointer !== event.pointerId) return
    const now = place(event)
    frame.value = { ...frame.value, x: frame.value.x + grip.x - now.x, y: frame.value.y + grip.y - now.y }
  }

  function onUp() {
    grip = undefined
  }

  function onKey(event: KeyboardEvent) {
    const step = frame.value.width * 0.08
    const moves: Record<string, () => void> = {
      '+': () => zoom(1.25),
      '=': () => zoom(1.25),
      '-': () => zoom(0.8),
      '0': fit,
      ArrowLeft: () => void (frame.value = { ...frame.value, x: frame.value.x - step }),
      ArrowRight: () => void (frame.value = { ...frame.value, x: frame.value.x + step }),
      ArrowUp: () => void (frame.value = { ...frame.value, y: frame.value.y - step }),
      ArrowDown: () => void (frame.value = { ...frame.value, y: frame.value.y + step }),
    }
    if (event.ctrlKey || event.metaKey || !moves[event.key]) return
    moves[event.key]!()
    event.preventDefault()
  }

  return { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey }
}
