import type { Ref } from 'vue'
import { pointIn, useSvgDrag } from './useSvgDrag'

interface Size {
  width: number
  height: number
}

/** Zoom and pan of an SVG by wheel, pointer and keyboard; `frame` is its view box. */
export function usePanZoom(size: Ref<Size>) {
  const frame = ref({ x: 0, y: 0, width: size.value.width, height: size.value.height })
  const { hold, pull, letGo } = useSvgDrag<undefined>({
    place: () => ({ x: 0, y: 0 }),
    follow: (_, { x, y }) => shift(-x, -y),
    capture: false,
  })

  /** Fingers on the sheet: one moves it, two spread and pinch it. */
  const fingers = new Map<number, { x: number; y: number }>()
  let spread = 0
  function distance(): number {
    const [one, other] = [...fingers.values()] as [{ x: number; y: number }, { x: number; y: number }]
    return Math.max(1, Math.hypot(one.x - other.x, one.y - other.y))
  }

  function onDown(event: PointerEvent) {
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    if (fingers.size === 1) return hold(event, undefined)
    letGo()
    if (fingers.size === 2) spread = distance()
  }

  function onMove(event: PointerEvent) {
    if (fingers.size !== 2) return pull(event)
    if (!fingers.has(event.pointerId)) return
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    const now = distance()
    zoom(now / spread, pointIn(event))
    spread = now
  }

  function onUp(event: PointerEvent) {
    fingers.delete(event.pointerId)
    letGo()
  }

  function fit() {
    frame.value = { x: 0, y: 0, ...size.value }
  }
  // A sheet that has been zoomed or moved stays as it is when it grows; one that was shown whole is shown whole.
  watch(
    () => [size.value.width, size.value.height] as const,
    (_, [width, height]) => {
      const { x, y, width: shown, height: high } = frame.value
      if (x === 0 && y === 0 && shown === width && high === height) fit()
    },
  )

  function shift(x: number, y: number) {
    frame.value = { ...frame.value, x: frame.value.x + x, y: frame.value.y + y }
  }

  function zoom(factor: number, at = { x: frame.value.x + frame.value.width / 2, y: frame.value.y + frame.value.height / 2 }) {
    const { x, y, width, height } = frame.value
    const scale = Math.min(4, Math.max(0.08, width / factor / size.value.width)) * (size.value.width / width)
    frame.value = { x: at.x - (at.x - x) * scale, y: at.y - (at.y - y) * scale, width: width * scale, height: height * scale }
  }

  function onWheel(event: WheelEvent) {
    zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, pointIn(event))
  }

  function onKey(event: KeyboardEvent) {
    const step = frame.value.width * 0.08
    const moves: Record<string, () => void> = {
      '+': () => zoom(1.25),
      '=': () => zoom(1.25),
      '-': () => zoom(0.8),
      '0': fit,
      ArrowLeft: () => shift(-step, 0),
      ArrowRight: () => shift(step, 0),
      ArrowUp: () => shift(0, -step),
      ArrowDown: () => shift(0, step),
    }
    if (event.ctrlKey || event.metaKey || !moves[event.key]) return
    moves[event.key]!()
    event.preventDefault()
  }

  return { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey }
}
