import type { Ref } from 'vue'
import { pointIn, useSvgDrag } from './useSvgDrag'

interface Size {
  width: number
  height: number
}

/** Zoom and pan of an SVG by wheel, pointer and keyboard; `frame` is its view box. */
export function usePanZoom(size: Ref<Size>) {
  const frame = ref({ x: 0, y: 0, width: size.value.width, height: size.value.height })
  const {
    hold,
    pull: onMove,
    letGo: onUp,
  } = useSvgDrag<undefined>({ place: () => ({ x: 0, y: 0 }), follow: (_, { x, y }) => shift(-x, -y), capture: false })
  const onDown = (event: PointerEvent) => hold(event, undefined)

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
