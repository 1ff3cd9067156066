export interface Point {
  x: number
  y: number
}

/** Where an event is, in the units of the SVG that it happened in. */
export function pointIn(event: MouseEvent): Point {
  const svg = (event.currentTarget as SVGElement).closest('svg')!
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  return { x, y }
}

interface Dragging<T> {
  /** Where the thing is when it is taken hold of. */
  place: (what: T) => Point
  /** The thing would be here, if it followed the pointer. */
  follow: (what: T, at: Point) => void
  /** It is let go; whether it was moved at all. */
  drop?: (what: T, moved: boolean) => void
  /** The pointer stays with the thing, wherever it goes; clicks on what lies within do not come through. */
  capture?: boolean
}

/** Dragging of things in an SVG by a pointer: for the handlers of pointerdown, pointermove, and pointerup or pointercancel. */
export function useSvgDrag<T>({ place, follow, drop, capture = true }: Dragging<T>) {
  let held: { what: T; pointer: number; grip: Point; moved: boolean } | undefined

  function hold(event: PointerEvent, what: T) {
    if (event.button !== 0) return
    const [at, from] = [pointIn(event), place(what)]
    held = { what, pointer: event.pointerId, grip: { x: at.x - from.x, y: at.y - from.y }, moved: false }
    if (capture) (event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  }

  function pull(event: PointerEvent) {
    if (held?.pointer !== event.pointerId) return
    const { x, y } = pointIn(event)
    held.moved = true
    follow(held.what, { x: x - held.grip.x, y: y - held.grip.y })
  }

  function letGo() {
    if (!held) return
    const { what, moved } = held
    held = undefined
    drop?.(what, moved)
  }

  return { hold, pull, letGo }
}
