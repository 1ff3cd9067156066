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
  /** It is broken off, by Escape or because the pointer is taken away: all is as it was. */
  back?: (what: T) => void
  /** The pointer stays with the thing, wherever it goes; clicks on what lies within do not come through. */
  capture?: boolean
}

/** Dragging of things in an SVG by a pointer: for the handlers of pointerdown, pointermove, pointerup and pointercancel. */
export function useSvgDrag<T>({ place, follow, drop, back, capture = true }: Dragging<T>) {
  let held: { what: T; pointer: number; grip: Point; moved: boolean } | undefined

  function hold(event: PointerEvent, what: T) {
    if (event.button !== 0) return
    const [at, from] = [pointIn(event), place(what)]
    held = { what, pointer: event.pointerId, grip: { x: at.x - from.x, y: at.y - from.y }, moved: false }
    window.addEventListener('keydown', onKey, true)
    if (capture) (event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  }

  function pull(event: PointerEvent) {
    if (held?.pointer !== event.pointerId) return
    const { x, y } = pointIn(event)
    held.moved = true
    follow(held.what, { x: x - held.grip.x, y: y - held.grip.y })
  }

  function take() {
    const taken = held
    held = undefined
    window.removeEventListener('keydown', onKey, true)
    return taken
  }

  function letGo() {
    const taken = take()
    if (taken) drop?.(taken.what, taken.moved)
  }

  function breakOff() {
    const taken = take()
    if (taken) back?.(taken.what)
  }

  function onKey(event: KeyboardEvent) {
    if (event.key !== 'Escape') return
    // It closes nothing else meanwhile.
    event.stopPropagation()
    event.preventDefault()
    breakOff()
  }

  onScopeDispose(breakOff)
  return { hold, pull, letGo, breakOff }
}
